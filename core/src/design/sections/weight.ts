import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { idRefusals, placeSchema } from '../nodes.ts';
import { plainTextSchema } from '../plainText.ts';
import type { Refusal } from '../refusal.ts';
import { idSchema, limited, mm, nameSchema } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';
import { BODY_LIMITS } from './body.ts';

export const WEIGHT_LIMITS = {
  'wood.density': { label: 'density', min: 80, max: 1500, from: 'mass by volume, air-dry' },
  'wood.boardLength': { label: 'length of the board', min: 20, max: 4000, from: 'end to end' },
  'wood.boardWidth': { label: 'width of the board', min: 10, max: 1200, from: 'edge to edge' },
  'wood.boardThickness': { label: 'thickness of the board', min: 2, max: 150, from: 'face to face' },
  'wood.boardMass': { label: 'mass of the board', min: 1, max: 60_000, from: 'on a scale' },
  'weight.weighed': { label: 'weighed mass', min: 0.1, max: 15_000, from: 'on a scale' },
  'weight.estimate': { label: 'estimate', min: 0, max: 60_000, from: 'worked out when it was weighed' },
  'weight.finish': { label: 'finish', min: 0, max: 500, from: 'all coats together, dry' },
  'weight.wiring': { label: 'wire and solder', min: 0, max: 500, from: 'what is not a placed part' },
  'weight.added': { label: 'added weight', min: 0.1, max: 2000, from: 'on a scale' },
} as const satisfies Limits;

/** The pieces of wood that an instrument is made of. */
export const WOOD_PIECES = ['body', 'front', 'neck', 'board'] as const;
export type WoodPiece = (typeof WOOD_PIECES)[number];

const density = () => limited(WEIGHT_LIMITS['wood.density'], 'kg/m³');

const woodSchema = () =>
  z.looseObject({
    /** Its common name; empty while none is chosen. */
    name: plainTextSchema('the wood', 60),
    /** kg/m³: what is likely, and between what it lies. */
    density: z.looseObject({ likely: density(), from: density(), to: density() }),
    /** The user’s own board as measured and weighed: it wins over what is usual. */
    board: z
      .looseObject({
        length: mm(WEIGHT_LIMITS['wood.boardLength']),
        width: mm(WEIGHT_LIMITS['wood.boardWidth']),
        thickness: mm(WEIGHT_LIMITS['wood.boardThickness']),
        mass: limited(WEIGHT_LIMITS['wood.boardMass'], 'g'),
      })
      .nullable(),
  });

/** The most things that are weighed, that are added, and woods of a user’s own. */
const MOST = 200;
const MOST_OWN = 40;

/**
 * What the instrument is made of and what was weighed. `weighed`: by what it is of (“body”, “neck”, or the id of a line of the table of
 * weights), its mass and, where it was found, where it balances in the instrument’s frame (of the neck, x from the nut towards the bridge).
 * `added`: weights that are no parts, at their place.
 */
const weightSchema = () =>
  z.looseObject({
    woods: z.looseObject({
      body: woodSchema(),
      front: woodSchema(),
      neck: woodSchema(),
      board: woodSchema(),
    }),
    own: z
      .array(woodSchema(), { error: 'the woods of your own must be a list' })
      .max(MOST_OWN, `over ${MOST_OWN} woods of your own cannot be kept`),
    weighed: z
      .array(
        z.looseObject({
          of: z
            .string({ error: 'a weighed thing says what it is' })
            .regex(/^[A-Za-z0-9_:-]{1,40}$/, 'what was weighed is named by a short word'),
          mass: limited(WEIGHT_LIMITS['weight.weighed'], 'g'),
          at: placeSchema().nullable(),
          /** What the estimate was when it was weighed: a thing that is estimated otherwise since has changed. Null where it is not known. */
          estimate: z
            .looseObject({ mass: limited(WEIGHT_LIMITS['weight.estimate'], 'g'), at: placeSchema() })
            .nullable(),
        }),
        { error: 'what was weighed must be a list' },
      )
      .max(MOST, `over ${MOST} weighed things cannot be kept`),
    finish: limited(WEIGHT_LIMITS['weight.finish'], 'g'),
    wiring: limited(WEIGHT_LIMITS['weight.wiring'], 'g'),
    added: z
      .array(
        z.looseObject({
          id: idSchema('an added weight'),
          name: nameSchema,
          mass: limited(WEIGHT_LIMITS['weight.added'], 'g'),
          at: placeSchema(),
          /** Under the front face. */
          deep: mm({ ...BODY_LIMITS['body.thickness'], label: 'depth of an added weight', min: 0 }),
        }),
        { error: 'the added weights must be a list' },
      )
      .max(MOST, `over ${MOST} added weights cannot be kept`),
  });
type Weight = ValueOf<ReturnType<typeof weightSchema>>;

const inOrder = (
  where: string,
  { density: { likely, from, to } }: Weight['own'][number],
): readonly Refusal[] =>
  from <= likely && likely <= to
    ? []
    : [
        {
          where: `${where}.density.likely`,
          message: `the likely density, ${likely} kg/m³, must lie between the low and the high one, ${from} and ${to}`,
        },
      ];

function weightRefusals({ woods, own, weighed, added }: Weight): readonly Refusal[] {
  const twice = weighed.findIndex(({ of }, i) => weighed.findIndex((w) => w.of === of) < i);
  return [
    ...WOOD_PIECES.flatMap((piece) => inOrder(`weight.woods.${piece}`, woods[piece])),
    ...own.flatMap((wood, i) => inOrder(`weight.own.${i}`, wood)),
    ...(twice < 0
      ? []
      : [
          {
            where: `weight.weighed.${twice}.of`,
            message: `${weighed[twice]!.of} was weighed twice: keep one of the two`,
          },
        ]),
    ...idRefusals('weight.added', added),
  ];
}

const unknown = (from: number, likely: number, to: number) => ({
  name: '',
  density: { likely, from, to },
  board: null,
});

/** How weight begins: no wood chosen, so that each may be any that is used for it; usual allowances, g. */
export const plainWeight = () => ({
  woods: {
    body: unknown(380, 520, 720),
    front: unknown(380, 520, 780),
    neck: unknown(500, 680, 800),
    board: unknown(640, 820, 1100),
  },
  own: [],
  weighed: [],
  finish: 50,
  wiring: 30,
  added: [],
});

export const weightSection = /* @__PURE__ */ section({
  words: 'woods and weights',
  schema: weightSchema,
  plain: plainWeight,
  refusals: weightRefusals,
  listKeys: {
    own: ({ name }: { readonly name: string }) => name,
    weighed: ({ of }: { readonly of: string }) => of,
  },
});
