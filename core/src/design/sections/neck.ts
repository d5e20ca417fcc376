import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { count, limited, mm } from '../schemaParts.ts';
import { section } from '../section.ts';
import { SHAPE_LIMITS } from '../shapes.ts';

/** The most screws that hold a neck. */
export const MOST_NECK_SCREWS = 8;

export const NECK_LIMITS = {
  'neck.heel': {
    label: 'heel with board',
    min: 8,
    max: 60,
    from: 'underside of the heel to the board’s face',
  },
  'neck.depth': { label: 'pocket depth', min: 0, max: 60, from: 'the front face, at the joint' },
  'neck.angle': {
    label: 'neck angle',
    min: -6,
    max: 12,
    from: 'the front face; more tips the headstock back',
  },
  'neck.board': { label: 'fingerboard', min: 0, max: 15, from: 'its underside to its face' },
  'neck.fretHeight': { label: 'fret height', min: 0, max: 3, from: 'the board to the crown' },
  'neck.action': { label: 'string over the fret', min: 0, max: 6, from: 'the crowns to the string' },
  'neck.fit': { label: 'fit of the pocket', min: -0.5, max: 2, from: 'room on each side of the neck' },
  'neck.pocketLength': { label: 'pocket length', min: 0, max: 250, from: 'the joint, tailward' },
  'neck.past': { label: 'pocket past the edge', min: 0, max: 80, from: 'the joint, nutward' },
  'neck.carve': { label: 'heel carve', min: 0, max: 40, from: 'the back face' },
  'neck.tenon': { label: 'tenon', min: 10, max: 200, from: 'cheek to cheek' },
  'neck.core': { label: 'through neck', min: 20, max: 200, from: 'edge to edge behind the board' },
  'neck.screwCount': { label: 'neck screws', min: 0, max: MOST_NECK_SCREWS, from: 'in two rows' },
  'neck.screwFrom': { label: 'middle of the screws', min: 5, max: 200, from: 'the joint, tailward' },
  'neck.screwSpan': { label: 'screws apart', min: 0, max: 150, from: 'centre to centre' },
  'neck.screwLength': { label: 'screw length', min: 5, max: 120, from: 'under its head to its tip' },
  'neck.screwThread': { label: 'screw diameter', min: 1, max: 12, from: 'across the thread' },
  'neck.head': { label: 'screw head', min: 2, max: 25, from: 'across the head' },
  'neck.plate': { label: 'under the head', min: 0, max: 10, from: 'what lies between head and wood' },
} as const satisfies Limits;

const headSchema = () =>
  z.enum(['raised', 'countersunk'], { error: 'a screw’s head is “raised” or “countersunk”' });

/** How neck and body meet, in plan and seen from the side (formulas section 3). */
const neckSchema = () =>
  z.looseObject({
    joint: z.enum(['undecided', 'screwed', 'glued', 'through'], {
      error: 'the neck is “screwed”, “glued” or “through”',
    }),
    heel: mm(NECK_LIMITS['neck.heel']),
    depth: mm(NECK_LIMITS['neck.depth']),
    angle: limited(NECK_LIMITS['neck.angle'], '°'),
    board: mm(NECK_LIMITS['neck.board']),
    fretHeight: mm(NECK_LIMITS['neck.fretHeight']),
    actionNut: mm(NECK_LIMITS['neck.action']),
    action12: mm(NECK_LIMITS['neck.action']),
    /** Room between neck and pocket on each side. */
    fit: mm(NECK_LIMITS['neck.fit']),
    pocketLength: mm(NECK_LIMITS['neck.pocketLength']),
    /** How far the pocket runs past the joint, so that it is open at the edge. */
    past: mm(NECK_LIMITS['neck.past']),
    end: z.enum(['square', 'round'], { error: 'the pocket’s end is “square” or “round”' }),
    radius: mm(SHAPE_LIMITS['shape.radius']),
    /** Wood taken off the back of the heel. */
    carve: mm(NECK_LIMITS['neck.carve']),
    /** Of a glued neck: its tenon's width, cheek to cheek; null where the whole heel goes in. */
    tenon: mm(NECK_LIMITS['neck.tenon']).nullable(),
    /** Width of a straight-through neck where it runs on behind the board. */
    core: mm(NECK_LIMITS['neck.core']),
    screws: z.looseObject({
      count: count(NECK_LIMITS['neck.screwCount']),
      /** Middle of the pattern from the joint, tailward; its extents along and across. */
      from: mm(NECK_LIMITS['neck.screwFrom']),
      along: mm(NECK_LIMITS['neck.screwSpan']),
      across: mm(NECK_LIMITS['neck.screwSpan']),
      length: mm(NECK_LIMITS['neck.screwLength']),
      thread: mm(NECK_LIMITS['neck.screwThread']),
      root: mm(NECK_LIMITS['neck.screwThread']),
      plate: mm(NECK_LIMITS['neck.plate']),
      underHead: mm(NECK_LIMITS['neck.plate']),
      /** A raised head stands on what lies under it, a countersunk one in it. */
      head: headSchema(),
      headAcross: mm(NECK_LIMITS['neck.head']),
      /** Those that differ from the others, each by its number from 1: the lengths and heads of its own. */
      own: z
        .array(
          z.looseObject({
            screw: count({
              label: 'the number of a neck screw',
              min: 1,
              max: MOST_NECK_SCREWS,
              from: 'the first',
            }),
            length: mm(NECK_LIMITS['neck.screwLength']),
            head: headSchema(),
            headAcross: mm(NECK_LIMITS['neck.head']),
          }),
          { error: 'the screws that differ must be a list' },
        )
        .max(MOST_NECK_SCREWS, `over ${MOST_NECK_SCREWS} screws that differ cannot be kept`),
    }),
  });

/** A scale over this, mm, is a bass's: its strings swing wider. */
export const LONG_SCALE = 720;

/** How a neck begins: not decided; with usual numbers for when it is. */
export const plainNeck = (long: boolean) => ({
  joint: 'undecided' as const,
  heel: 25.4,
  depth: 16,
  angle: 0,
  board: 6,
  fretHeight: 1.1,
  actionNut: long ? 0.6 : 0.45,
  action12: long ? 2.3 : 1.8,
  fit: 0.1,
  pocketLength: 76,
  past: 12,
  tenon: null,
  end: 'square' as const,
  radius: 6,
  carve: 0,
  core: 60,
  screws: {
    count: 4,
    from: 38,
    along: 38,
    across: 38,
    length: 45,
    thread: 4.5,
    root: 3.2,
    plate: 2,
    underHead: 0,
    head: 'raised' as const,
    headAcross: 8.5,
    own: [],
  },
});

export const neckSection = /* @__PURE__ */ section({
  words: 'neck join',
  schema: neckSchema,
  plain: ({ scaleLength }) => plainNeck(scaleLength > LONG_SCALE),
  listKeys: { 'screws.own': ({ screw }: { readonly screw: number }) => String(screw) },
});
