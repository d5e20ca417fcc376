import type { Measure, MeasureDef, PartCut, PartForm, PartHole, PartKind } from '../part.ts';
import { FIT, PLAIN, gramsOf, grown, mmOf, rect } from '../part.ts';

/** A pickup's place is the middle of its poles. */
const BODY: readonly MeasureDef[] = [
  mmOf('long', 'Along the strings', 38.5, 'edge to edge of the cover', 'along', 3, 120),
  mmOf('wide', 'Across the strings', 69.5, 'edge to edge of the cover', 'across', 10, 200),
  mmOf('radius', 'Corner radius', 4, 'of the cover', null, 0, 40),
  mmOf('below', 'Below the face', 18, 'face to the underside, set at its lowest', 'down', 0, 60),
  mmOf('above', 'Above the face', 9, 'face to the poles, set as it will be', 'up', 0, 40),
  mmOf('spread', 'Pole spread', 50, 'outer pole to outer pole, centres', 'across', 0, 200),
  FIT,
  mmOf(
    'bit',
    'Rout’s corner radius',
    4,
    'what the bit leaves; not over the cover’s own and its fit',
    null,
    0,
    30,
  ),
];
const LEGS: readonly MeasureDef[] = [
  mmOf('legLong', 'Legs along', 16, 'edge to edge', 'along', 0, 60),
  mmOf('legWide', 'Legs past the cover', 7, 'cover’s end to the leg’s end, at each end', 'across', 0, 40),
  mmOf('legBelow', 'Legs below the face', 24, 'face to the leg’s end or its screw’s tip', 'down', 0, 60),
];
const EARS: readonly MeasureDef[] = [
  mmOf('screwSpan', 'Screws apart', 0, 'centre to centre; 0 hangs on its ring or plate', 'across', 0, 240),
  mmOf('screwLength', 'Screws in the wood', 14, 'below the rout’s floor', 'down', 0, 40),
  mmOf('screwThread', 'Screw thread', 2.5, 'across the thread', null, 1, 8),
  mmOf('screwRoot', 'Screw root', 1.8, 'across the core', null, 0.5, 7),
];

const routed = (m: Measure): readonly PartCut[] => {
  const cover = rect(m('long'), m('wide'), m('radius'));
  const rout: PartCut = {
    name: 'rout',
    shape: { ...grown(cover, m('fit')), radius: m('bit') } as PartCut['shape'],
    at: { x: 0, y: 0 },
    depth: m('below'),
    face: 'own',
    role: 'cavity',
  };
  const legs: readonly PartCut[] =
    m('legWide') > 0 && m('legLong') > 0
      ? [
          {
            name: 'legs',
            shape: rect(
              m('legLong') + 2 * m('fit'),
              m('wide') + 2 * m('legWide') + 2 * m('fit'),
              Math.min(m('bit'), m('legLong') / 2),
            ),
            at: { x: 0, y: 0 },
            depth: m('legBelow'),
            face: 'own',
            role: 'cavity',
          },
        ]
      : [];
  return [rout, ...legs];
};

const ears = (m: Measure): readonly PartHole[] =>
  m('screwSpan') > 0
    ? [1, -1].map((side, i) => ({
        name: `screw ${i + 1}`,
        at: { x: 0, y: (side * m('screwSpan')) / 2 },
        screw: {
          length: m('below') + m('screwLength'),
          thread: m('screwThread'),
          root: m('screwRoot'),
        },
        countersink: 0,
      }))
    : [];

const formOf =
  (blade: boolean) =>
  (m: Measure): PartForm => {
    const cover = { shape: rect(m('long'), m('wide'), m('radius')), at: { x: 0, y: 0 } };
    return {
      ...PLAIN,
      footprint: [cover],
      cuts: routed(m),
      holes: ears(m),
      solids: [{ name: 'pickup', ...cover, low: -m('below'), high: m('above') }],
      mass: m('mass'),
      poles: { spread: m('spread'), blade, top: m('above') },
      wired: true,
    };
  };

const kind = (key: string, words: string, mass: number, blade: boolean): PartKind => ({
  key,
  words,
  faces: ['front'],
  group: 'pickups',
  toldApart: 'along the strings',
  measures: [...BODY, ...LEGS, ...EARS, gramsOf(mass)],
  form: formOf(blade),
});

export const pickup = kind('pickup', 'Pickup', 140, false);
export const pickupBlade = kind('pickup-blade', 'Pickup with a blade', 120, true);

/** Two halves, one nutward under the bass strings, one tailward under the treble ones; its place is between them. */
export const pickupSplit: PartKind = {
  key: 'pickup-split',
  words: 'Pickup in two halves',
  faces: ['front'],
  group: 'pickups',
  toldApart: 'along the strings',
  measures: [
    ...BODY,
    mmOf('apart', 'Halves apart along', 26, 'middle to middle, along the strings', 'along', 0, 80),
    mmOf('offset', 'Halves apart across', 54, 'middle to middle, across the strings', 'across', 0, 160),
    gramsOf(180),
  ],
  form: (m) => {
    const halves = [1, -1].map((side) => ({
      shape: rect(m('long'), m('wide'), m('radius')),
      at: { x: (side * m('apart')) / 2, y: (side * m('offset')) / 2 },
    }));
    return {
      ...PLAIN,
      footprint: halves,
      cuts: halves.map(({ shape, at }, i) => ({
        name: i === 0 ? 'bass half' : 'treble half',
        shape: { ...grown(shape, m('fit')), radius: m('bit') } as PartCut['shape'],
        at,
        depth: m('below'),
        face: 'own',
        role: 'cavity',
      })),
      solids: halves.map((half) => ({ name: 'pickup', ...half, low: -m('below'), high: m('above') })),
      mass: m('mass'),
      poles: { spread: m('spread'), blade: false, top: m('above') },
      wired: true,
    };
  },
};

export const ring: PartKind = {
  key: 'ring',
  words: 'Pickup ring',
  faces: ['front'],
  group: 'pickups',
  toldApart: 'along the strings',
  measures: [
    mmOf('long', 'Along', 45.5, 'edge to edge', 'along', 5, 120),
    mmOf('wide', 'Across', 88.5, 'edge to edge', 'across', 10, 200),
    mmOf('high', 'Height', 5, 'face to its top', 'up', 0.5, 20),
    mmOf('screwLong', 'Screws apart along', 37.5, 'centre to centre', 'along', 0, 120),
    mmOf('screwWide', 'Screws apart across', 81, 'centre to centre', 'across', 0, 200),
    mmOf('screwLength', 'Screws in the wood', 9, 'face to tip', 'down', 0, 40),
    mmOf('screwThread', 'Screw thread', 2.4, 'across the thread', null, 1, 8),
    mmOf('screwRoot', 'Screw root', 1.7, 'across the core', null, 0.5, 7),
    gramsOf(12),
  ],
  form: (m) => {
    const frame = { shape: rect(m('long'), m('wide'), 4), at: { x: 0, y: 0 } };
    return {
      ...PLAIN,
      footprint: [frame],
      holes: [
        [1, 1],
        [1, -1],
        [-1, -1],
        [-1, 1],
      ].map(([a, b], i) => ({
        name: `screw ${i + 1}`,
        at: { x: (a! * m('screwLong')) / 2, y: (b! * m('screwWide')) / 2 },
        screw: { length: m('screwLength'), thread: m('screwThread'), root: m('screwRoot') },
        countersink: 0,
      })),
      solids: [{ name: 'ring', ...frame, low: 0, high: m('high') }],
      mass: m('mass'),
    };
  },
};
