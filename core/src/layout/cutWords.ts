import type { Design } from '../design/schema.ts';
import { partName } from '../parts/partNames.ts';
import type { Cut } from './cut.ts';

/** An opening in words: what it is for, and which part or opening of the design asks for it. */
export function cutWords(cut: Cut, design: Pick<Design, 'parts' | 'openings'>): string {
  const { kind, id } = cut.owner;
  if (kind === 'part') {
    return `${cut.name} of ${partName(design.parts, id)}`;
  }
  if (kind === 'opening') {
    const opening = design.openings.find((o) => o.id === id);
    return opening && opening.name.toLowerCase() !== cut.name.toLowerCase()
      ? `${opening.name} (${cut.name})`
      : (opening?.name ?? cut.name);
  }
  return `the ${cut.name}`;
}

/** Two ids as one subject, in an order of their own. */
export const pairOf = (a: string, b: string): string => [a, b].sort().join(' ');
