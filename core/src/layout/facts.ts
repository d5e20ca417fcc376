import type { ControlFit } from './controls.ts';
import type { Floor } from './floors.ts';
import type { Layout } from './layOut.ts';
import type { Plate } from './plates.ts';
import type { Wall } from './walls.ts';
import type { Wired } from './wiring.ts';

declare module '../design/rule.ts' {
  interface Facts {
    /** Parts in their places, and all that is cut for them. */
    readonly layout: Layout;
    /** Covers and pickguards. */
    readonly plates: readonly Plate[];
    /** Wood between openings, and to the edge. */
    readonly walls: readonly Wall[];
    /** Wood under openings. */
    readonly floors: readonly Floor[];
    /** How each pot and switch sits in the wood. */
    readonly fits: readonly ControlFit[];
    /** Ways of the wires to the controls. */
    readonly wired: readonly Wired[];
  }
}
