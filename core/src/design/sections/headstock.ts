import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { idRefusals, nodesRefusals, placeSchema } from '../nodes.ts';
import type { Refusal } from '../refusal.ts';
import { count, idSchema, limited, mm } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';
import { OPENING_LIMITS } from './openings.ts';
import { linkKey, outlineRefusals, outlineSchema } from './outline.ts';
import { partSpecSchema } from './parts.ts';
import { STRINGS_LIMITS, startingStrings } from './strings.ts';

export const HEADSTOCK_LIMITS = {
  'headstock.tilt': { label: 'tilt', min: 0, max: 25, from: 'the fingerboard; back from the nut' },
  'headstock.below': {
    label: 'face under the strings',
    min: 1,
    max: 40,
    from: 'the bottom of the nut’s slots to the headstock’s face, at the nut',
  },
  'headstock.thickness': { label: 'headstock thickness', min: 6, max: 40, from: 'face to back' },
  'headstock.blend': {
    label: 'transition to the headstock',
    min: 5,
    max: 150,
    from: 'the nut, along the headstock, to where its back is flat',
  },
  'volute.length': { label: 'volute', min: 5, max: 120, from: 'along the neck' },
  'volute.height': { label: 'volute', min: 0, max: 15, from: 'the back without it; 0 for none' },
  'tree.height': { label: 'string tree', min: 0, max: 25, from: 'the headstock’s face to the string' },
} as const satisfies Limits;

export const MOST_TUNERS = 24;
const MOST_TREES = 8;

/**
 * The headstock in its own frame: the plane of its face, x from the nut along the centre line, y to the bass side. Its outline is a line of nodes
 * like the body’s.
 */
const headstockSchema = () =>
  z.looseObject({
    outline: outlineSchema('a headstock’s outline'),
    tilt: limited(HEADSTOCK_LIMITS['headstock.tilt'], '°'),
    below: mm(HEADSTOCK_LIMITS['headstock.below']),
    thickness: mm(HEADSTOCK_LIMITS['headstock.thickness']),
    blend: mm(HEADSTOCK_LIMITS['headstock.blend']),
    volute: z.looseObject({
      length: mm(HEADSTOCK_LIMITS['volute.length']),
      height: mm(HEADSTOCK_LIMITS['volute.height']),
    }),
    built: z.enum(['one-piece', 'scarf'], { error: 'a headstock is “one-piece” or joined by a “scarf”' }),
    tuners: z
      .array(
        z.looseObject({
          id: idSchema('a tuner'),
          /** Which string it winds, counted from the treble side. */
          string: count({ ...STRINGS_LIMITS['strings.count'], label: 'the string of a tuner' }),
          spec: partSpecSchema(),
          at: placeSchema(),
          turn: limited(OPENING_LIMITS['opening.turn'], '°'),
          /** On which side of its post the string passes. */
          passes: z.enum(['bass', 'treble'], {
            error: 'a string passes its post on the “bass” or “treble” side',
          }),
        }),
        { error: 'the tuners must be a list' },
      )
      .max(MOST_TUNERS, `over ${MOST_TUNERS} tuners cannot be kept`),
    /** What holds strings down on their way; over strings `first` to `last`, counted from the treble side. */
    trees: z
      .array(
        z.looseObject({
          id: idSchema('a string tree'),
          at: placeSchema(),
          first: count({ ...STRINGS_LIMITS['strings.count'], label: 'the first string of a tree' }),
          last: count({ ...STRINGS_LIMITS['strings.count'], label: 'the last string of a tree' }),
          height: mm(HEADSTOCK_LIMITS['tree.height']),
        }),
        { error: 'the string trees must be a list' },
      )
      .max(MOST_TREES, `over ${MOST_TREES} string trees cannot be kept`),
  });
type Headstock = ValueOf<ReturnType<typeof headstockSchema>>;

const headstockRefusals = ({ outline, tuners, trees }: Headstock): readonly Refusal[] => [
  ...outlineRefusals(outline, 'headstock.outline'),
  ...idRefusals('headstock.tuners', tuners),
  ...idRefusals('headstock.trees', trees),
  ...tuners.flatMap(({ spec }, i) =>
    spec.outline ? nodesRefusals(spec.outline, `headstock.tuners.${i}.spec.outline`) : [],
  ),
];

/** A plain paddle to begin with, no wider than it is strong: half its width at the nut, and how far it reaches. */
export function plainPaddle(nutHalf: number, length: number): Headstock['outline'] {
  const half = nutHalf + 13;
  const bass = [
    [length - 14, half - 4],
    [length * 0.55, half],
    [length * 0.28, nutHalf + 8],
    [10, nutHalf + 0.6],
  ] as const;
  const all = [
    [0, nutHalf, 'corner'],
    [0, -nutHalf, 'corner'],
    ...[...bass].reverse().map(([x, y]) => [x, -y, 'fair'] as const),
    [length, 0, 'fair'],
    ...bass.map(([x, y]) => [x, y, 'fair'] as const),
  ] as const;
  const nodes = all.map(([x, y, kind], i) => ({
    id: `n${i + 1}`,
    x: Number(x.toFixed(1)),
    y: Number(y.toFixed(2)),
    kind,
  }));
  const last = nodes.length + 1;
  const mirror: [string, string][] = [
    ['n1', 'n2'],
    ...bass.map((_, i): [string, string] => [`n${i + 3}`, `n${last - 1 - i}`]),
    [`n${bass.length + 3}`, `n${bass.length + 3}`],
  ];
  return { nodes, mirror };
}

export const headstockSection = /* @__PURE__ */ section({
  words: 'headstock',
  schema: headstockSchema,
  plain: ({ count: strings, scaleLength }) => ({
    outline: plainPaddle(
      startingStrings(strings, scaleLength).nutWidth / 2,
      90 + 26 * Math.ceil(strings / 2),
    ),
    tilt: 0,
    below: 12,
    thickness: 14.5,
    blend: 35,
    volute: { length: 30, height: 0 },
    built: 'one-piece' as const,
    tuners: [],
    trees: [],
  }),
  refusals: headstockRefusals,
  listKeys: { 'outline.mirror': linkKey },
});
