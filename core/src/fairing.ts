/** What a worker that fairs an outline needs; no schema comes with it. */
export { fairStretch } from './outline/fairing.ts';
export type { Faired, Stretch } from './outline/fairing.ts';
