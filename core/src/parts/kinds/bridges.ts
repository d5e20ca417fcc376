import type { Point } from '../../geometry/point.ts';
import type { Measure, MeasureDef, PartCut, PartHole, PartKind } from '../part.ts';
import { PLAIN, circle, countOf, gramsOf, grown, mmOf, rect } from '../part.ts';

/** A bridge's place is where its saddles stand when they are run all the way to the nut. */
const SADDLES: readonly MeasureDef[] = [
  mmOf('spread', 'String spread', 52.5, 'outer saddle to outer saddle, centres', 'across', 0, 240),
  mmOf('travel', 'Saddle travel', 14, 'foremost to rearmost place of a saddle', 'along', 0, 60),
  mmOf('low', 'Lowest saddle', 9, 'face to where the string breaks, saddle screwed down', 'up', 0, 60),
  mmOf('high', 'Highest saddle', 15, 'face to where the string breaks, screwed up', 'up', 0, 60),
];
const SCREWS: readonly MeasureDef[] = [
  countOf('screws', 'Screws', 5, 0, 12),
  mmOf('screwSpan', 'Screws apart', 44, 'first to last, centres', 'across', 0, 300),
  mmOf('screwBehind', 'Screws behind', 28, 'foremost saddle place to the row, tailward', 'along', -60, 120),
  mmOf('screwLength', 'Screw in the wood', 22, 'under the plate to the tip', 'down', 0, 60),
  mmOf('screwThread', 'Screw thread', 3.5, 'across the thread', null, 1, 10),
  mmOf('screwRoot', 'Screw root', 2.4, 'across the core', null, 0.5, 9),
];

const saddles = (m: Measure, heldBehind: number, heldHigh: number) => ({
  travel: m('travel'),
  low: m('low'),
  high: m('high'),
  spread: m('spread'),
  heldBehind,
  heldHigh,
});

/** So many places across, evenly over a span, at x. */
const across = (count: number, span: number, x: number): readonly Point[] =>
  Array.from({ length: Math.max(0, Math.round(count)) }, (_, i) => ({
    x,
    y: count > 1 ? span / 2 - (span * i) / (Math.round(count) - 1) : 0,
  }));

const screwRow = (m: Measure): readonly PartHole[] =>
  across(m('screws'), m('screwSpan'), -m('screwBehind')).map((at, i) => ({
    name: `screw ${i + 1}`,
    at,
    screw: { length: m('screwLength'), thread: m('screwThread'), root: m('screwRoot') },
    countersink: 0,
  }));

const PLATE: readonly MeasureDef[] = [
  mmOf('long', 'Plate along', 42, 'front edge to rear edge', 'along', 5, 200),
  mmOf('wide', 'Plate across', 78, 'edge to edge', 'across', 5, 300),
  mmOf(
    'front',
    'Plate before the saddles',
    6,
    'foremost saddle place to the front edge, nutward',
    'along',
    -40,
    80,
  ),
  mmOf('thick', 'Plate thickness', 2, 'underside to top', 'up', 0, 20),
];

const plateAt = (m: Measure): Point => ({ x: m('front') - m('long') / 2, y: 0 });
const plateOf = (m: Measure) => ({ shape: rect(m('long'), m('wide'), 2), at: plateAt(m) });

/** The wire that grounds the strings comes up under the bridge. */
const ground = (m: Measure): readonly PartCut[] =>
  m('ground') > 0
    ? [
        {
          name: 'ground wire',
          shape: circle(m('ground')),
          at: { x: m('front') - m('long') / 2, y: m('wide') / 4 },
          depth: 12,
          face: 'own',
          role: 'hole',
        },
      ]
    : [];
const GROUND = mmOf('ground', 'Ground wire’s hole', 3, 'the drill; 0 for none', 'along', 0, 8);

export const bridgePlate: PartKind = {
  key: 'bridge-plate',
  words: 'Bridge, fixed plate',
  faces: ['front'],
  group: 'bridges',
  measures: [...SADDLES, ...PLATE, ...SCREWS, GROUND, gramsOf(190)],
  form: (m) => ({
    ...PLAIN,
    footprint: [plateOf(m)],
    cuts: ground(m),
    holes: screwRow(m),
    solids: [{ name: 'bridge', ...plateOf(m), low: 0, high: m('high') }],
    mass: m('mass'),
    saddles: saddles(m, m('long') - m('front'), m('thick')),
  }),
};

export const bridgeThrough: PartKind = {
  key: 'bridge-through',
  words: 'Bridge, strings through the body',
  faces: ['front'],
  group: 'bridges',
  measures: [
    ...SADDLES,
    ...PLATE,
    ...SCREWS,
    countOf('strings', 'Strings', 6, 1, 18),
    mmOf(
      'throughBehind',
      'String holes behind',
      20,
      'foremost saddle place to the holes, tailward',
      'along',
      0,
      120,
    ),
    mmOf('throughHole', 'String holes', 3.2, 'the drill', 'along', 1, 8),
    mmOf('ferrule', 'Ferrules', 8, 'across their part in the wood', 'along', 1, 20),
    mmOf('ferruleDepth', 'Ferrules deep', 10, 'back face to their floor', 'down', 0, 40),
    GROUND,
    gramsOf(170),
  ],
  form: (m) => {
    const rows = across(m('strings'), m('spread'), -m('throughBehind'));
    return {
      ...PLAIN,
      footprint: [plateOf(m)],
      cuts: [
        ...ground(m),
        ...rows.map((at, i): PartCut => ({
          name: `string hole ${i + 1}`,
          shape: circle(m('throughHole')),
          at,
          depth: null,
          face: 'own',
          role: 'hole',
        })),
        ...(m('ferruleDepth') > 0
          ? rows.map((at, i): PartCut => ({
              name: `ferrule ${i + 1}`,
              shape: circle(m('ferrule')),
              at,
              depth: m('ferruleDepth'),
              face: 'other',
              role: 'hole',
            }))
          : []),
      ],
      holes: screwRow(m),
      solids: [{ name: 'bridge', ...plateOf(m), low: 0, high: m('high') }],
      mass: m('mass'),
      // The strings bend over the holes' rims, on the plate.
      saddles: saddles(m, m('throughBehind'), m('thick')),
    };
  },
};

const POSTS: readonly MeasureDef[] = [
  mmOf('postSpan', 'Posts apart', 74, 'centre to centre', 'across', 10, 300),
  mmOf('postBehind', 'Posts behind', 5, 'foremost saddle place to the posts, tailward', 'along', -30, 60),
  mmOf('postHole', 'Post holes', 11, 'across the bushing, as it is pressed in', 'along', 2, 30),
  mmOf('postDepth', 'Post holes deep', 25, 'face to floor', 'down', 2, 60),
];

const postCuts = (m: Measure): readonly PartCut[] =>
  across(2, m('postSpan'), -m('postBehind')).map((at, i) => ({
    name: `post ${i + 1}`,
    shape: circle(m('postHole')),
    at,
    depth: m('postDepth'),
    face: 'own',
    role: 'hole',
  }));

export const bridgeStuds: PartKind = {
  key: 'bridge-studs',
  words: 'Bridge on two studs',
  faces: ['front'],
  group: 'bridges',
  measures: [
    ...SADDLES.map((d) =>
      d.key === 'travel' ? { ...d, value: 8 } : d.key === 'high' ? { ...d, value: 21 } : d,
    ),
    ...POSTS,
    mmOf('long', 'Bar along', 14, 'front to rear', 'along', 3, 60),
    mmOf('wide', 'Bar across', 92, 'end to end', 'across', 10, 320),
    mmOf(
      'tail',
      'Tailpiece behind',
      45,
      'foremost saddle place to where the strings are held, tailward',
      'along',
      5,
      150,
    ),
    mmOf('tailHigh', 'Strings held at', 9, 'face to the string at the tailpiece', 'up', 0, 40),
    gramsOf(110),
  ],
  form: (m) => {
    const bar = { shape: rect(m('long'), m('wide'), 5), at: { x: -m('postBehind'), y: 0 } };
    return {
      ...PLAIN,
      footprint: [bar],
      cuts: postCuts(m),
      solids: [{ name: 'bridge', ...bar, low: 0, high: m('high') }],
      mass: m('mass'),
      saddles: saddles(m, m('tail'), m('tailHigh')),
    };
  },
};

/** A tailpiece’s place is its posts. */
export const tailpiece: PartKind = {
  key: 'tailpiece-studs',
  words: 'Tailpiece on two studs',
  faces: ['front'],
  group: 'bridges',
  measures: [
    ...POSTS.filter((d) => d.key !== 'postBehind').map((d) =>
      d.key === 'postSpan' ? { ...d, value: 82 } : d,
    ),
    mmOf('long', 'Bar along', 16, 'front to rear', 'along', 3, 60),
    mmOf('wide', 'Bar across', 100, 'end to end', 'across', 10, 320),
    mmOf('high', 'Top', 16, 'face to its top', 'up', 2, 40),
    gramsOf(60),
  ],
  form: (m) => {
    const bar = { shape: rect(m('long'), m('wide'), 6), at: { x: 0, y: 0 } };
    return {
      ...PLAIN,
      footprint: [bar],
      cuts: postCuts((key) => (key === 'postBehind' ? 0 : m(key))),
      solids: [{ name: 'tailpiece', ...bar, low: 0, high: m('high') }],
      mass: m('mass'),
    };
  },
};

/** The claw’s screws, across their thread, mm. */
const CLAW_THREAD = 4;

export const bridgeVibrato: PartKind = {
  key: 'bridge-vibrato',
  words: 'Vibrato on knife edges',
  faces: ['front'],
  group: 'bridges',
  measures: [
    ...SADDLES,
    ...POSTS.map((d) =>
      d.key === 'postSpan' ? { ...d, value: 56 } : d.key === 'postBehind' ? { ...d, value: -4 } : d,
    ),
    ...PLATE.map((d) => (d.key === 'long' ? { ...d, value: 48 } : d)),
    mmOf(
      'blockLong',
      'Block slot along',
      24,
      'front wall to rear wall; room for the swing in it',
      'along',
      5,
      80,
    ),
    mmOf('blockWide', 'Block slot across', 74, 'wall to wall', 'across', 10, 160),
    mmOf(
      'blockBehind',
      'Block slot behind',
      12,
      'foremost saddle place to the slot’s middle, tailward',
      'along',
      -40,
      80,
    ),
    mmOf('backLong', 'Spring rout along', 96, 'wall to wall, from the back', 'along', 20, 250),
    mmOf('backWide', 'Spring rout across', 58, 'wall to wall', 'across', 10, 160),
    mmOf('backDepth', 'Spring rout deep', 17, 'back face to floor', 'down', 3, 60),
    mmOf('clawScrew', 'Claw screws', 45, 'length in the wood past the nutward wall', 'along', 0, 90),
    mmOf('coverLedge', 'Cover’s ledge', 8, 'spring rout to the cover’s edge, all round', 'along', 0, 30),
    mmOf('coverDepth', 'Cover let in', 2.5, 'back face to the ledge; 0 lies on', 'down', 0, 10),
    mmOf('radius', 'Corner radius', 6, 'what the bit leaves', null, 0, 30),
    gramsOf(420),
  ],
  form: (m) => {
    const block = { x: -m('blockBehind'), y: 0 };
    const springs = { x: block.x + m('blockLong') / 2 + m('backLong') / 2 - m('blockLong'), y: 0 };
    const rout = rect(m('backLong') + m('blockLong'), m('backWide'), m('radius'));
    const routAt = { x: springs.x, y: 0 };
    const wall = springs.x + (m('backLong') + m('blockLong')) / 2;
    const claw =
      m('clawScrew') > 0
        ? [1, -1].map((side, i) => ({
            name: `claw screw ${i + 1}`,
            at: { x: wall, y: (side * m('backWide')) / 5 },
            length: m('clawScrew'),
            thread: CLAW_THREAD,
            below: m('backDepth') / 2,
          }))
        : [];
    return {
      ...PLAIN,
      footprint: [plateOf(m)],
      cuts: [
        ...postCuts(m),
        {
          name: 'block slot',
          shape: rect(m('blockLong'), m('blockWide'), m('radius')),
          at: block,
          depth: null,
          face: 'own',
          role: 'cavity',
        },
        {
          name: 'spring rout',
          shape: rout,
          at: routAt,
          depth: m('backDepth'),
          face: 'other',
          role: 'cavity',
        },
        ...(m('coverDepth') > 0
          ? [
              {
                name: 'cover’s ledge',
                shape: grown(rout, m('coverLedge')),
                at: routAt,
                depth: m('coverDepth'),
                face: 'other',
                role: 'ledge',
              } as const,
            ]
          : []),
      ],
      solids: [{ name: 'bridge', ...plateOf(m), low: 0, high: m('high') }],
      wallScrews: claw,
      mass: m('mass'),
      saddles: saddles(m, m('blockBehind'), m('thick')),
    };
  },
};

export const bridgeSingle: PartKind = {
  key: 'bridge-single',
  words: 'Saddle for one string',
  faces: ['front'],
  group: 'bridges',
  toldApart: 'across the strings',
  measures: [
    ...SADDLES.filter((d) => d.key !== 'spread'),
    mmOf('long', 'Along', 50, 'front edge to rear edge', 'along', 5, 120),
    mmOf('wide', 'Across', 15, 'edge to edge', 'across', 3, 40),
    mmOf(
      'front',
      'Before the saddle',
      8,
      'foremost saddle place to the front edge, nutward',
      'along',
      -40,
      80,
    ),
    mmOf('screwLength', 'Screws in the wood', 18, 'under the plate to the tip', 'down', 0, 60),
    mmOf('screwThread', 'Screw thread', 3.5, 'across the thread', null, 1, 10),
    mmOf('screwRoot', 'Screw root', 2.4, 'across the core', null, 0.5, 9),
    { ...GROUND, value: 0 },
    gramsOf(45),
  ],
  form: (m) => {
    const plate = { shape: rect(m('long'), m('wide'), 1.5), at: plateAt(m) };
    const screw = { length: m('screwLength'), thread: m('screwThread'), root: m('screwRoot') };
    return {
      ...PLAIN,
      footprint: [plate],
      cuts: ground(m),
      holes: [0.3, 0.85].map((share, i) => ({
        name: `screw ${i + 1}`,
        at: { x: m('front') - share * m('long'), y: 0 },
        screw,
        countersink: 0,
      })),
      solids: [{ name: 'saddle', ...plate, low: 0, high: m('high') }],
      mass: m('mass'),
      saddles: { ...saddles((key) => (key === 'spread' ? 0 : m(key)), m('long') - m('front'), 2) },
    };
  },
};
