import type { Measure, MeasureDef, PartForm, PartKind } from '../part.ts';
import { PLAIN, circle, gramsOf, mmOf, rect } from '../part.ts';

const BUSH: readonly MeasureDef[] = [
  mmOf('bush', 'Bush', 9.4, 'across its thread', 'along', 2, 30),
  mmOf('bushLong', 'Bush long', 9.5, 'body’s top to the end of the thread', 'up', 1, 60),
  mmOf('nut', 'Washer and nut', 3, 'together, screwed down', 'up', 0, 12),
  mmOf('room', 'Room in the hole', 0.3, 'hole over bush', null, 0, 3),
];
const KNOB: readonly MeasureDef[] = [
  mmOf('knob', 'Knob', 19, 'across; 0 without', 'along', 0, 60),
  mmOf('knobHigh', 'Knob over the face', 17, 'face to its top', 'up', 0, 60),
];

const hole = (m: Measure): PartForm['cuts'] => [
  {
    name: 'hole',
    shape: circle(m('bush') + m('room')),
    at: { x: 0, y: 0 },
    depth: null,
    face: 'own',
    role: 'hole',
  },
];

const knobbed = (m: Measure): Partial<PartForm> =>
  m('knob') > 0
    ? {
        knob: { diameter: m('knob'), height: m('knobHigh') },
        footprint: [{ shape: circle(m('knob')), at: { x: 0, y: 0 } }],
        clear: [{ shape: circle(m('knob')), at: { x: 0, y: 0 } }],
        solids: [{ name: 'knob', shape: circle(m('knob')), at: { x: 0, y: 0 }, low: 1, high: m('knobHigh') }],
      }
    : { footprint: [{ shape: circle(m('bush')), at: { x: 0, y: 0 } }] };

/** A knob of its own, for a shaft that was laid down without one. */
export const knob: PartKind = {
  key: 'knob',
  words: 'Knob',
  faces: ['front', 'back'],
  group: 'controls',
  measures: [
    mmOf('knob', 'Knob', 19, 'across its widest', 'along', 5, 60),
    mmOf('knobHigh', 'Top over the face', 17, 'face to its top', 'up', 2, 60),
    mmOf('under', 'Free under it', 1, 'face to its underside', 'up', 0, 20),
    gramsOf(12),
  ],
  form: (m) => {
    const top = { shape: circle(m('knob')), at: { x: 0, y: 0 } };
    return {
      ...PLAIN,
      footprint: [top],
      clear: [top],
      solids: [{ name: 'knob', ...top, low: m('under'), high: Math.max(m('under'), m('knobHigh')) }],
      knob: { diameter: m('knob'), height: m('knobHigh') },
      mass: m('mass'),
    };
  },
};

const round = (key: string, words: string, body: number, deep: number, mass: number): PartKind => ({
  key,
  words,
  faces: ['front', 'back'],
  group: 'controls',
  measures: [
    mmOf('body', 'Body', body, 'across', 'along', 5, 60),
    mmOf('bodyDeep', 'Body deep', deep, 'top to the ends of its lugs', 'down', 2, 60),
    ...BUSH,
    ...KNOB,
    gramsOf(mass),
  ],
  form: (m) => ({
    ...PLAIN,
    ...knobbed(m),
    cuts: hole(m),
    mass: m('mass'),
    bush: {
      diameter: m('bush'),
      length: m('bushLong'),
      nut: m('nut'),
      bodyLong: m('body'),
      bodyWide: m('body'),
      bodyDepth: m('bodyDeep'),
      round: true,
    },
    wired: true,
  }),
});

export const pot = round('pot', 'Pot', 24, 15, 40);
export const rotary = round('rotary', 'Rotary switch', 28, 22, 45);

const SWEEP: readonly MeasureDef[] = [
  mmOf('sweep', 'Tip’s throw', 14, 'middle place to the last, each way', 'along', 0, 60),
  mmOf('tip', 'Tip', 8, 'across', 'along', 1, 30),
];

export const toggle: PartKind = {
  key: 'toggle',
  words: 'Toggle switch',
  faces: ['front', 'back'],
  group: 'controls',
  measures: [
    mmOf('bodyLong', 'Body along its throw', 30, 'edge to edge', 'along', 5, 60),
    mmOf('bodyWide', 'Body across its throw', 16, 'edge to edge', 'across', 5, 60),
    mmOf('bodyDeep', 'Body deep', 30, 'top to the ends of its lugs', 'down', 2, 60),
    ...BUSH.map((d) =>
      d.key === 'bush' ? { ...d, value: 12 } : d.key === 'bushLong' ? { ...d, value: 12 } : d,
    ),
    ...SWEEP,
    gramsOf(45),
  ],
  form: (m) => {
    const swept = rect(2 * m('sweep') + m('tip'), m('tip'), m('tip') / 2);
    return {
      ...PLAIN,
      footprint: [{ shape: circle(m('bush') + 6), at: { x: 0, y: 0 } }],
      cuts: hole(m),
      clear: [{ shape: swept, at: { x: 0, y: 0 } }],
      solids: [{ name: 'lever', shape: swept, at: { x: 0, y: 0 }, low: 2, high: 22 }],
      mass: m('mass'),
      bush: {
        diameter: m('bush'),
        length: m('bushLong'),
        nut: m('nut'),
        bodyLong: m('bodyLong'),
        bodyWide: m('bodyWide'),
        bodyDepth: m('bodyDeep'),
        round: false,
      },
      sweep: { along: m('sweep'), wide: m('tip') },
      wired: true,
    };
  },
};

export const lever: PartKind = {
  key: 'lever',
  words: 'Lever switch',
  faces: ['front'],
  group: 'controls',
  measures: [
    mmOf('slotLong', 'Slot', 30, 'end to end', 'along', 4, 80),
    mmOf('slotWide', 'Slot across', 2.5, 'wall to wall', 'across', 1, 12),
    mmOf('bodyLong', 'Body along its throw', 46, 'edge to edge', 'along', 5, 90),
    mmOf('bodyWide', 'Body across its throw', 14, 'edge to edge', 'across', 3, 60),
    mmOf('bodyDeep', 'Body deep', 27, 'under the wood to the ends of its lugs', 'down', 2, 60),
    mmOf(
      'reach',
      'Wood it can pass',
      5,
      'screw plate to where the tip is fixed, less the throw',
      null,
      0,
      30,
    ),
    mmOf('screwSpan', 'Screws apart', 41, 'centre to centre', 'across', 0, 100),
    mmOf('screwHole', 'Screw holes', 3.3, 'across', 'along', 1, 8),
    ...SWEEP.map((d) => (d.key === 'sweep' ? { ...d, value: 12 } : { ...d, value: 9 })),
    gramsOf(45),
  ],
  form: (m) => {
    const swept = rect(2 * m('sweep') + m('tip'), m('tip'), m('tip') / 2);
    return {
      ...PLAIN,
      footprint: [{ shape: rect(m('slotLong'), m('slotWide'), m('slotWide') / 2), at: { x: 0, y: 0 } }],
      cuts: [
        {
          name: 'slot',
          shape: { kind: 'slot', long: m('slotLong'), wide: m('slotWide') },
          at: { x: 0, y: 0 },
          depth: null,
          face: 'own',
          role: 'hole',
        },
        ...[1, -1].map((side, i) => ({
          name: `screw hole ${i + 1}`,
          shape: circle(m('screwHole')),
          at: { x: (side * m('screwSpan')) / 2, y: 0 },
          depth: null,
          face: 'own' as const,
          role: 'hole' as const,
        })),
      ],
      clear: [{ shape: swept, at: { x: 0, y: 0 } }],
      solids: [{ name: 'lever', shape: swept, at: { x: 0, y: 0 }, low: 2, high: 20 }],
      mass: m('mass'),
      bush: {
        diameter: m('slotWide'),
        length: m('reach'),
        nut: 0,
        bodyLong: m('bodyLong'),
        bodyWide: m('bodyWide'),
        bodyDepth: m('bodyDeep'),
        round: false,
      },
      sweep: { along: m('sweep'), wide: m('tip') },
      wired: true,
    };
  },
};
