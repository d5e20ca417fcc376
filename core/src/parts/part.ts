import type { OutlineNode } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';

/** A number that a caliper (or a scale) gives of a part. */
export interface MeasureDef {
  readonly key: string;
  readonly label: string;
  readonly unit: 'mm' | '°' | 'g' | '';
  readonly value: number;
  readonly min: number;
  readonly max: number;
  /** Between which faces it is taken. */
  readonly from: string;
  /** How the caliper is held: along the strings or across them, up from the face or down from it; null where none is. */
  readonly way: 'along' | 'across' | 'up' | 'down' | null;
}

/** Flat shapes of a part about their own middle: long along x (nutward), wide along y (to the bass side). */
export type Flat =
  | { readonly kind: 'rect'; readonly long: number; readonly wide: number; readonly radius: number }
  | { readonly kind: 'slot'; readonly long: number; readonly wide: number }
  | { readonly kind: 'circle'; readonly diameter: number }
  | { readonly kind: 'free'; readonly nodes: readonly OutlineNode[] };

/** A shape at its place in the part's own frame: origin at the part's place, x nutward when it is not turned. */
export interface Laid {
  readonly shape: Flat;
  readonly at: Point;
}

/** What a part needs cut. */
export interface PartCut extends Laid {
  readonly name: string;
  /** Below the face it is cut from; null goes through. */
  readonly depth: number | null;
  /** From the part's own face, or from the other one. */
  readonly face: 'own' | 'other';
  readonly role: 'cavity' | 'ledge' | 'hole';
}

/** The screw that goes into a hole: lengths below the face, mm. */
export interface Screw {
  readonly length: number;
  readonly thread: number;
  readonly root: number;
}

/** A round hole for a screw: pilot of the root's diameter, as deep as the screw is long below the face. */
export interface PartHole {
  readonly name: string;
  readonly at: Point;
  readonly screw: Screw;
  /** 0 without. */
  readonly countersink: number;
  /** Of a part in the edge: so far above its middle, mm. */
  readonly up?: number;
}

/** A screw that goes sideways into the wall of a rout in the other face: nutward along the part's x. */
export interface WallScrew {
  readonly name: string;
  /** Where it enters the wall. */
  readonly at: Point;
  readonly length: number;
  readonly thread: number;
  /** Its middle below the other face, mm. */
  readonly below: number;
}

/** What the part fills: a prism from low to high out of the face it is mounted on (less than 0 is in the wood). */
export interface Solid extends Laid {
  readonly name: string;
  readonly low: number;
  readonly high: number;
}

/** What a control is mounted with: a threaded bush through the wood, and the body below it. */
export interface Bush {
  readonly diameter: number;
  /** Thread that is there, and what washer and nut take of it. */
  readonly length: number;
  readonly nut: number;
  /** The body under the wood: how wide and how deep. */
  readonly bodyLong: number;
  readonly bodyWide: number;
  readonly bodyDepth: number;
  readonly round: boolean;
}

/** Where saddles reach, tailward from the part's place, and how high over the face. */
export interface SaddleTravel {
  readonly travel: number;
  readonly low: number;
  readonly high: number;
  readonly spread: number;
  /** Where the strings are held behind the saddles: tailward of the part's place, over the face. */
  readonly heldBehind: number;
  readonly heldHigh: number;
}

/** Poles under the strings: their spread, centre to centre of the outer two; null for blades, which are as wide as that. */
export interface Poles {
  readonly spread: number;
  readonly blade: boolean;
  readonly top: number;
}

/** What winds a string on a headstock, about its post: long runs along x, its button points along y. */
export interface Winder {
  readonly post: number;
  /** Where the string is taken off, over the headstock’s face. */
  readonly takeOff: number;
  readonly hole: number;
  readonly washer: number;
  /** The thickest headstock that its bush holds. */
  readonly bush: number;
  readonly housing: { readonly long: number; readonly wide: number; readonly deep: number };
  /** Past the housing. */
  readonly button: number;
  /** Null for one that is held by its bush alone. */
  readonly screw: { readonly at: Point; readonly thread: number } | null;
}

/** What a part comes to with all its measures. */
export interface PartForm {
  readonly footprint: readonly Laid[];
  /** In the edge it is seen from its side: its outline then, outward of the edge along −x; as `footprint` without. */
  readonly side?: readonly Laid[];
  readonly cuts: readonly PartCut[];
  readonly holes: readonly PartHole[];
  readonly solids: readonly Solid[];
  /** What a hand or tool needs free over the face: knobs, levers' sweeps, plugs. */
  readonly clear: readonly Laid[];
  readonly mass: number;
  readonly bush?: Bush;
  readonly wallScrews?: readonly WallScrew[];
  readonly saddles?: SaddleTravel;
  readonly poles?: Poles;
  readonly knob?: { readonly diameter: number; readonly height: number };
  /** A lever that is thrown, along the part's x: how far each way its tip goes. */
  readonly sweep?: { readonly along: number; readonly wide: number };
  readonly winder?: Winder;
  /** A jack's bore: what a plug needs of it. */
  readonly plug?: { readonly needs: number; readonly bore: number };
  /** Whether it is wired to the controls. */
  readonly wired: boolean;
}

export type Measure = (key: string) => number;

/** A kind of part: what is measured on it, and what it comes to. */
export interface PartKind {
  readonly key: string;
  readonly words: string;
  readonly faces: readonly ('front' | 'back' | 'edge')[];
  readonly group: PartGroup;
  /** What distinguishes the names of parts of one make: their position, or (if not given) a number. */
  readonly toldApart?: 'along the strings' | 'across the strings' | 'by end';
  readonly measures: readonly MeasureDef[];
  readonly form: (m: Measure) => PartForm;
}

export const PART_GROUPS = ['bridges', 'pickups', 'controls', 'jacks', 'hardware'] as const;
export type PartGroup = (typeof PART_GROUPS)[number];

export const mmOf = (
  key: string,
  label: string,
  value: number,
  from: string,
  way: MeasureDef['way'],
  min = 0,
  max = 400,
): MeasureDef => ({ key, label, unit: 'mm', value, min, max, from, way });
export const gramsOf = (value: number): MeasureDef => ({
  key: 'mass',
  label: 'Mass',
  unit: 'g',
  value,
  min: 0,
  max: 3000,
  from: 'on a kitchen scale, with its screws',
  way: null,
});
export const countOf = (key: string, label: string, value: number, min: number, max: number): MeasureDef => ({
  key,
  label,
  unit: '',
  value,
  min,
  max,
  from: 'counted',
  way: null,
});
export const FIT = mmOf('fit', 'Fit', 0.4, 'room on each side between part and wood', null, -0.5, 3);

export const rect = (long: number, wide: number, radius = 0): Flat => ({ kind: 'rect', long, wide, radius });
export const circle = (diameter: number): Flat => ({ kind: 'circle', diameter });

/** The same shape, so much larger all round. */
export function grown(shape: Flat, by: number): Flat {
  if (shape.kind === 'circle') return { ...shape, diameter: shape.diameter + 2 * by };
  if (shape.kind === 'free') return shape;
  const sides = { long: shape.long + 2 * by, wide: shape.wide + 2 * by };
  return shape.kind === 'slot'
    ? { ...shape, ...sides }
    : { ...shape, ...sides, radius: Math.max(0, shape.radius + by) };
}

/** What a part without more comes to. */
export const PLAIN: PartForm = {
  footprint: [],
  cuts: [],
  holes: [],
  solids: [],
  clear: [],
  mass: 0,
  wired: false,
};
