import { z } from 'zod';
import { MOST_NODES } from './limits.ts';
import { isPlainText, plainTextSchema } from './plainText.ts';
import { count, idSchema, limited, mm, nameSchema, nodeSchema } from './schemaParts.ts';

export const MOST_OPENINGS = 100;
export const MOST_PARTS = 200;
export const MOST_RUNS = 40;
export const MOST_GUARDS = 8;

/** A closed flat shape about its own middle: long runs along x, wide along y; turned and moved by what carries it. */
const shapeSchema = z.discriminatedUnion('kind', [
  z.looseObject({
    kind: z.literal('rect'),
    long: mm('shape.side'),
    wide: mm('shape.side'),
    radius: mm('shape.radius'),
  }),
  z.looseObject({ kind: z.literal('slot'), long: mm('shape.side'), wide: mm('shape.side') }),
  z.looseObject({ kind: z.literal('circle'), diameter: mm('shape.side') }),
  z.looseObject({
    kind: z.literal('free'),
    nodes: z
      .array(nodeSchema, { error: 'a free shape needs a list of nodes' })
      .min(3, 'a free shape needs at least three nodes to close')
      .max(MOST_NODES, `a shape of over ${MOST_NODES} nodes cannot be kept: simplify it`),
  }),
  /** Round holes in rows about the place: columns along x, rows along y. */
  z.looseObject({
    kind: z.literal('grid'),
    diameter: mm('shape.side'),
    columns: count('shape.holes'),
    rows: count('shape.holes'),
    alongApart: mm('shape.side'),
    acrossApart: mm('shape.side'),
  }),
  /** Round holes evenly on a circle about the place, the first along x. */
  z.looseObject({
    kind: z.literal('ring'),
    diameter: mm('shape.side'),
    holes: count('shape.holes'),
    across: mm('shape.side'),
  }),
  /** What lies so far inside the body's edge (or another opening, by id; outside it when negative), within bounds. */
  z.looseObject({
    kind: z.literal('inset'),
    of: z
      .string({ error: 'an inset names “body” or an opening' })
      .max(24)
      .refine(isPlainText, 'an inset names “body” or an opening'),
    by: mm('shape.inset'),
    within: z
      .looseObject({
        minX: mm('outline.x'),
        maxX: mm('outline.x'),
        minY: mm('outline.y'),
        maxY: mm('outline.y'),
      })
      .nullable(),
  }),
]);

const placeSchema = z.looseObject({ x: mm('outline.x'), y: mm('outline.y') });
const faceSchema = z.enum(['front', 'back', 'edge'], { error: 'a face is “front”, “back” or “edge”' });

/** One step of an opening: its shape about the opening's place, and its floor below the face. */
const stepSchema = z.looseObject({
  name: nameSchema,
  shape: shapeSchema,
  at: placeSchema,
  /** Floor below the face it is cut from, mm; 0 while it has none. */
  depth: mm('opening.depth'),
  through: z.boolean({ error: 'a step goes through or not: true or false' }),
  role: z.enum(['cavity', 'ledge', 'chamber', 'channel'], {
    error: 'a step is a “cavity”, a “ledge”, a “chamber” or a “channel”',
  }),
  /** The bit it is routed with: no inside corner is sharper; null while none is chosen. */
  bit: mm('step.bit').nullable().default(null),
  /** Wood that stays standing within the step. */
  islands: z
    .array(z.looseObject({ shape: shapeSchema, at: placeSchema }), { error: 'islands must be a list' })
    .max(12, 'over 12 islands in one step cannot be kept'),
});

/** A place that is routed: a stack of steps from one face. */
export const openingSchema = z.looseObject({
  id: idSchema('an opening'),
  name: nameSchema,
  face: z.enum(['front', 'back'], { error: 'an opening is cut from the “front” or the “back”' }),
  at: placeSchema,
  turn: limited('opening.turn', '°'),
  steps: z
    .array(stepSchema, { error: 'an opening needs a list of steps' })
    .min(1, 'an opening needs at least one step')
    .max(8, 'an opening of over 8 steps cannot be kept'),
});

/** A straight hole or channel for wires, from one place in the wood to another; z is 0 at the front face. */
export const runSchema = z.looseObject({
  id: idSchema('a run'),
  name: nameSchema,
  from: z.looseObject({ x: mm('outline.x'), y: mm('outline.y'), z: mm('run.z') }),
  to: z.looseObject({ x: mm('outline.x'), y: mm('outline.y'), z: mm('run.z') }),
  diameter: mm('run.diameter'),
});

/** What a part is: its kind, and its measures by name; those that nobody has measured yet are listed as assumed. */
export const partSpecSchema = z.looseObject({
  kind: z
    .string({ error: 'a part names its kind' })
    .regex(/^[a-z0-9-]{1,40}$/, 'a part’s kind is a short word'),
  name: nameSchema,
  measures: z
    .record(z.string().max(40), z.number({ error: 'a part’s measures are numbers' }).min(-1000).max(10_000))
    .refine((r) => Object.keys(r).length <= 60, { message: 'over 60 measures of one part: leave some out' }),
  assumed: z
    .array(plainTextSchema('the name of an assumed measure', 40), {
      error: 'assumed measures must be a list of names',
    })
    .max(60),
  /** Its own outline on the face about its place, where the kind's does not fit it. */
  outline: z
    .array(nodeSchema)
    .min(3, 'a part’s outline needs at least three nodes to close')
    .max(MOST_NODES, `a part’s outline of over ${MOST_NODES} nodes cannot be kept: simplify it`)
    .nullable(),
});

/** A part at its place. On the edge, `turn` is the way it points inward and `z` how high it sits. */
export const partSchema = z.looseObject({
  id: idSchema('a part'),
  spec: partSpecSchema,
  face: faceSchema,
  at: placeSchema,
  turn: limited('opening.turn', '°'),
  z: mm('run.z'),
  tilt: limited('part.tilt', '°'),
  /** Parts of one group are moved together. */
  group: plainTextSchema('the name of a group', 24).nullable(),
});

/** A pickguard: a region of the front face, kept so far inside the body's edge where it follows it. */
export const guardSchema = z.looseObject({
  id: idSchema('a pickguard'),
  name: nameSchema,
  nodes: z
    .array(nodeSchema, { error: 'a pickguard needs a list of nodes' })
    .min(3, 'a pickguard needs at least three nodes to close')
    .max(MOST_NODES, `a pickguard of over ${MOST_NODES} nodes cannot be kept: simplify it`),
  /** Its distance from the body's edge where the region would reach nearer; null where it only follows its nodes. */
  follow: mm('guard.follow').nullable(),
  thickness: mm('guard.thickness'),
  bevel: limited('guard.bevel', '°'),
  /** Room round what comes up through it. */
  gap: mm('guard.gap'),
  /** Its screws are about so far apart and so far inside its edge; none with 0. */
  apart: mm('guard.apart'),
  screwInset: mm('guard.screwInset'),
});

/** How neck and body meet, in plan and seen from the side (formulas section 3). */
export const neckSchema = z.looseObject({
  joint: z.enum(['undecided', 'screwed', 'glued', 'through'], {
    error: 'the neck is “screwed”, “glued” or “through”',
  }),
  heel: mm('neck.heel'),
  depth: mm('neck.depth'),
  angle: limited('neck.angle', '°'),
  board: mm('neck.board'),
  fretHeight: mm('neck.fretHeight'),
  actionNut: mm('neck.action'),
  action12: mm('neck.action'),
  /** Room between neck and pocket on each side. */
  fit: mm('neck.fit'),
  pocketLength: mm('neck.pocketLength'),
  /** How far the pocket runs past the joint, so that it is open at the edge. */
  past: mm('neck.past'),
  end: z.enum(['square', 'round'], { error: 'the pocket’s end is “square” or “round”' }),
  radius: mm('shape.radius'),
  /** Wood taken off the back of the heel. */
  carve: mm('neck.carve'),
  /** Of a glued neck: its tenon's width, cheek to cheek; null where the whole heel goes in. */
  tenon: mm('neck.tenon').nullable(),
  /** Width of a straight-through neck where it runs on behind the board. */
  core: mm('neck.core'),
  screws: z.looseObject({
    count: count('neck.screwCount'),
    /** Middle of the pattern from the joint, tailward; its extents along and across. */
    from: mm('neck.screwFrom'),
    along: mm('neck.screwSpan'),
    across: mm('neck.screwSpan'),
    length: mm('neck.screwLength'),
    thread: mm('neck.screwThread'),
    root: mm('neck.screwThread'),
    plate: mm('neck.plate'),
    underHead: mm('neck.plate'),
  }),
});
