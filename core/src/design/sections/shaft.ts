import { z } from 'zod';
import type { Limits } from '../limit.ts';
import type { Refusal } from '../refusal.ts';
import { count, limited, mm } from '../schemaParts.ts';
import type { ValueOf } from '../section.ts';
import { section } from '../section.ts';
import { LONG_SCALE } from './neck.ts';

export const SHAFT_LIMITS = {
  'shaft.thickness': { label: 'neck thickness', min: 10, max: 50, from: 'its back to the board’s face' },
  'shaft.fret': { label: 'fret of a section', min: 0, max: 36, from: 'the nut is 0' },
  'shaft.fullness': {
    label: 'fullness',
    min: 1,
    max: 6,
    from: 'a straight slope is 1, half an ellipse 2, fuller is more',
  },
  'shaft.run': {
    label: 'transition to the heel',
    min: 5,
    max: 200,
    from: 'the shaft’s end to the flat heel',
  },
  'shaft.heelFrom': {
    label: 'flat heel begins',
    min: -150,
    max: 150,
    from: 'the joint, nutward; less than 0 lies in the pocket',
  },
  'shaft.meeting': {
    label: 'angle at the heel',
    min: 0,
    max: 60,
    from: 'the flat heel; 0 runs into it smoothly',
  },
  'rod.width': { label: 'rod slot width', min: 2, max: 20, from: 'wall to wall' },
  'rod.depth': { label: 'rod slot depth', min: 2, max: 30, from: 'the glue plane under the fingerboard' },
  'rod.from': { label: 'rod slot begins', min: -80, max: 200, from: 'the nut, towards the bridge' },
  'rod.to': { label: 'rod slot ends', min: 50, max: 1000, from: 'the nut, towards the bridge' },
  'marker.size': { label: 'marker size', min: 1, max: 40, from: 'across a dot or along a block' },
  'marker.side': { label: 'side dots', min: 0, max: 8, from: 'across; 0 for none' },
  'marker.fret': { label: 'fret with a marker', min: 1, max: 36, from: 'the fret behind which it lies' },
  'slot.width': { label: 'fret slot', min: 0.3, max: 3, from: 'wall to wall: the tang' },
  'slot.depth': { label: 'fret slot depth', min: 0.5, max: 8, from: 'the board’s face' },
  'slot.stop': { label: 'slots end before the edge', min: 0, max: 10, from: 'the board’s edge; 0 runs out' },
  'nut.thickness': {
    label: 'nut thickness',
    min: 2,
    max: 20,
    from: 'its face on the board to the headstock’s side',
  },
  'shaft.strips': { label: 'strips of the blank', min: 1, max: 15, from: 'side by side; 1 is one piece' },
} as const satisfies Limits;

/** The most sections that are typed, and frets with markers. */
const MOST_STATIONS = 12;
const MOST_MARKERS = 36;

const fullness = () => limited(SHAFT_LIMITS['shaft.fullness'], '');

/** The neck’s shaft as it is carved: what the strings say of it (taper, frets) is theirs, what the joint says is the neck join’s. */
const shaftSchema = () =>
  z.looseObject({
    /** With the fingerboard, on the centre line. */
    atFret1: mm(SHAFT_LIMITS['shaft.thickness']),
    atFret12: mm(SHAFT_LIMITS['shaft.thickness']),
    /** How full the back is at some frets, each side its own. */
    stations: z
      .array(
        z.looseObject({
          fret: count(SHAFT_LIMITS['shaft.fret']),
          bass: fullness(),
          treble: fullness(),
        }),
        { error: 'the sections of a neck must be a list' },
      )
      .min(1, 'a neck needs one section at least')
      .max(MOST_STATIONS, `over ${MOST_STATIONS} sections of a neck cannot be kept`),
    run: mm(SHAFT_LIMITS['shaft.run']),
    heelFrom: mm(SHAFT_LIMITS['shaft.heelFrom']),
    meeting: limited(SHAFT_LIMITS['shaft.meeting'], '°'),
    rod: z
      .looseObject({
        width: mm(SHAFT_LIMITS['rod.width']),
        depth: mm(SHAFT_LIMITS['rod.depth']),
        from: mm(SHAFT_LIMITS['rod.from']),
        to: mm(SHAFT_LIMITS['rod.to']),
        adjuster: z.enum(['headstock', 'heel'], {
          error: 'a truss rod is adjusted at the “headstock” or the “heel”',
        }),
      })
      .nullable(),
    markers: z.looseObject({
      face: z.enum(['none', 'dots', 'blocks'], { error: 'markers are “none”, “dots” or “blocks”' }),
      size: mm(SHAFT_LIMITS['marker.size']),
      side: mm(SHAFT_LIMITS['marker.side']),
      frets: z
        .array(count(SHAFT_LIMITS['marker.fret']), { error: 'the frets with markers must be a list' })
        .max(MOST_MARKERS),
    }),
    slots: z.looseObject({
      width: mm(SHAFT_LIMITS['slot.width']),
      depth: mm(SHAFT_LIMITS['slot.depth']),
      stop: mm(SHAFT_LIMITS['slot.stop']),
    }),
    nut: z.looseObject({
      kind: z.enum(['slot', 'ledge'], { error: 'a nut lies in a “slot” or on a “ledge”' }),
      thickness: mm(SHAFT_LIMITS['nut.thickness']),
    }),
    strips: count(SHAFT_LIMITS['shaft.strips']),
  });
type Shaft = ValueOf<ReturnType<typeof shaftSchema>>;

function shaftRefusals({ stations, rod }: Shaft): readonly Refusal[] {
  const again = stations.findIndex((s, i) => i > 0 && s.fret <= stations[i - 1]!.fret);
  return [
    ...(again < 0
      ? []
      : [
          {
            where: `shaft.stations.${again}.fret`,
            message: 'two sections of the neck are at one fret, or out of order: from the nut on, one a fret',
          },
        ]),
    ...(rod && rod.to - rod.from < rod.width
      ? [{ where: 'shaft.rod.to', message: 'the rod’s slot ends before it begins: set its end further on' }]
      : []),
  ];
}

/** Frets with markers, as most players look for them. */
const MARKED = [3, 5, 7, 9, 12, 15, 17, 19, 21, 24];

/** How a shaft begins: half an ellipse, with usual numbers. */
export const plainShaft = (long: boolean, scaleLength: number) => ({
  atFret1: long ? 21.5 : 20.5,
  atFret12: long ? 24 : 22.5,
  stations: [
    { fret: 1, bass: 2, treble: 2 },
    { fret: 12, bass: 2.1, treble: 2.1 },
  ],
  run: 40,
  heelFrom: 8,
  meeting: 0,
  rod: {
    width: 6,
    depth: 9.5,
    from: 0,
    to: Math.round(scaleLength * 0.58),
    adjuster: 'headstock' as const,
  },
  markers: { face: 'dots' as const, size: 6, side: 2, frets: MARKED },
  slots: { width: 0.6, depth: 2.5, stop: 0 },
  nut: { kind: 'ledge' as const, thickness: 6 },
  strips: 1,
});

export const shaftSection = /* @__PURE__ */ section({
  words: 'neck shaft',
  schema: shaftSchema,
  plain: ({ scaleLength }) => plainShaft(scaleLength > LONG_SCALE, scaleLength),
  refusals: shaftRefusals,
  listKeys: { stations: ({ fret }: { readonly fret: number }) => String(fret) },
});
