import type { Design } from '../design/schema.ts';
import type { NeckSide } from './elevation.ts';
import { centreScale } from './frets.ts';

/** The neck of a design as its side view computes with it. */
export const neckSide = ({ neck, strings }: Pick<Design, 'neck' | 'strings'>): NeckSide => ({
  scaleLength: centreScale(strings),
  jointFret: strings.jointFret,
  heel: neck.heel,
  depth: neck.depth,
  angle: (neck.angle * Math.PI) / 180,
  fretHeight: neck.fretHeight,
  actionNut: neck.actionNut,
  action12: neck.action12,
});
