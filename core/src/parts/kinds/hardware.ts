import type { Measure, MeasureDef, PartHole, PartKind } from '../part.ts';
import { FIT, PLAIN, circle, gramsOf, grown, mmOf, rect } from '../part.ts';

const screwed = (length: number, thread: number, root: number): readonly MeasureDef[] => [
  mmOf('screwLength', 'Screw in the wood', length, 'face to tip', 'down', 0, 120),
  mmOf('screwThread', 'Screw thread', thread, 'across the thread', null, 1, 12),
  mmOf('screwRoot', 'Screw root', root, 'across the core', null, 0.5, 11),
];

/** Jacks in the edge: the bore runs along the part's x, from the edge inward. */
const BORE: readonly MeasureDef[] = [
  mmOf('bore', 'Bore', 22, 'across', 'along', 5, 40),
  mmOf('deep', 'Jack inside the edge', 32, 'edge to the ends of its lugs', 'down', 5, 120),
  mmOf(
    'plugLong',
    'Plug past the jack',
    8,
    'how far a plug’s tip comes out behind the sleeve',
    'along',
    0,
    60,
  ),
];

/** A square plate's screws, one in each corner; none where no distance is given. */
const plateScrews = (m: Measure): readonly PartHole[] =>
  m('screwSpan') > 0
    ? [
        [1, 1],
        [1, -1],
        [-1, -1],
        [-1, 1],
      ].map(([across, up], i) => ({
        name: `plate screw ${i + 1}`,
        at: { x: 0, y: (across! * m('screwSpan')) / 2 },
        up: (up! * m('screwSpan')) / 2,
        screw: { length: m('screwLength'), thread: m('screwThread'), root: m('screwRoot') },
        countersink: 0,
      }))
    : [];

export const jackPlate: PartKind = {
  key: 'jack-plate',
  words: 'Jack in the edge, on a plate',
  faces: ['edge'],
  group: 'jacks',
  measures: [
    ...BORE,
    mmOf('plate', 'Plate', 38, 'edge to edge, square', 'along', 5, 80),
    mmOf('screwSpan', 'Screws apart', 30, 'corner to corner of one side, centres', 'across', 0, 80),
    ...screwed(14, 3, 2.1),
    gramsOf(40),
  ],
  form: (m) => ({
    ...PLAIN,
    footprint: [{ shape: rect(2, m('plate')), at: { x: -1, y: 0 } }],
    holes: plateScrews(m),
    mass: m('mass'),
    plug: { needs: m('deep') + m('plugLong'), bore: m('bore') },
    wired: true,
  }),
};

export const jackBarrel: PartKind = {
  ...jackPlate,
  form: (m) => ({ ...jackPlate.form(m), holes: [] }),
  key: 'jack-barrel',
  words: 'Barrel jack in the edge',
  measures: [
    ...BORE.map((d) => (d.key === 'bore' ? { ...d, value: 13 } : d.key === 'deep' ? { ...d, value: 50 } : d)),
    mmOf('plate', 'Flange', 20, 'across', 'along', 3, 60),
    gramsOf(35),
  ],
};

export const jackTop: PartKind = {
  key: 'jack-top',
  words: 'Jack in the face, in a dish',
  faces: ['front', 'back'],
  group: 'jacks',
  measures: [
    mmOf('plateLong', 'Dish along', 61, 'edge to edge', 'along', 10, 120),
    mmOf('plateWide', 'Dish across', 28, 'edge to edge', 'across', 10, 80),
    mmOf('long', 'Rout along', 45, 'wall to wall', 'along', 5, 100),
    mmOf('wide', 'Rout across', 20, 'wall to wall', 'across', 5, 60),
    mmOf('below', 'Below the face', 27, 'face to the lugs', 'down', 5, 60),
    mmOf('screwSpan', 'Screws apart', 52, 'centre to centre, along', 'along', 0, 120),
    ...screwed(12, 3, 2.1),
    gramsOf(45),
  ],
  form: (m) => {
    const dish = { shape: rect(m('plateLong'), m('plateWide'), m('plateWide') / 2), at: { x: 0, y: 0 } };
    return {
      ...PLAIN,
      footprint: [dish],
      cuts: [
        {
          name: 'rout',
          shape: rect(m('long'), m('wide'), Math.min(m('wide') / 2, 6)),
          at: { x: 0, y: 0 },
          depth: m('below'),
          face: 'own',
          role: 'cavity',
        },
      ],
      holes: [1, -1].map((side, i) => ({
        name: `screw ${i + 1}`,
        at: { x: (side * m('screwSpan')) / 2, y: 0 },
        screw: { length: m('screwLength'), thread: m('screwThread'), root: m('screwRoot') },
        countersink: 0,
      })),
      solids: [{ name: 'dish', ...dish, low: 0, high: 1.5 }],
      mass: m('mass'),
      wired: true,
    };
  },
};

export const battery: PartKind = {
  key: 'battery',
  words: 'Battery box',
  faces: ['back', 'front'],
  group: 'controls',
  measures: [
    mmOf('long', 'Along', 60, 'wall to wall of the rout', 'along', 5, 160),
    mmOf('wide', 'Across', 36, 'wall to wall of the rout', 'across', 5, 160),
    mmOf('below', 'Below the face', 22, 'face to the underside', 'down', 3, 60),
    mmOf('lip', 'Lip', 4, 'rout’s wall to the lid’s edge', 'along', 0, 30),
    mmOf('lipDeep', 'Lip let in', 2, 'face to the ledge; 0 lies on', 'down', 0, 10),
    FIT,
    mmOf('radius', 'Corner radius', 4, 'what the bit leaves', null, 0, 30),
    gramsOf(75),
  ],
  form: (m) => {
    const box = rect(m('long'), m('wide'), m('radius'));
    const lid = grown(box, m('lip'));
    return {
      ...PLAIN,
      footprint: [{ shape: lid, at: { x: 0, y: 0 } }],
      cuts: [
        {
          name: 'rout',
          shape: grown(box, m('fit')),
          at: { x: 0, y: 0 },
          depth: m('below'),
          face: 'own',
          role: 'cavity',
        },
        ...(m('lipDeep') > 0
          ? [
              {
                name: 'ledge',
                shape: grown(lid, m('fit')),
                at: { x: 0, y: 0 },
                depth: m('lipDeep'),
                face: 'own',
                role: 'ledge',
              } as const,
            ]
          : []),
      ],
      solids: [{ name: 'battery', shape: box, at: { x: 0, y: 0 }, low: -m('below'), high: 0 }],
      mass: m('mass'),
      wired: true,
    };
  },
};

const pressed = (key: string, words: string, across: number, deep: number, mass: number): PartKind => ({
  key,
  words,
  faces: ['front', 'back'],
  group: 'hardware',
  measures: [
    mmOf('across', 'In the wood', across, 'across, as it is pressed in', 'along', 1, 40),
    mmOf('deep', 'Deep', deep, 'face to its end', 'down', 0.5, 80),
    mmOf('head', 'Head', across + 2, 'across what stays outside', 'along', 0, 60),
    gramsOf(mass),
  ],
  form: (m) => ({
    ...PLAIN,
    footprint: [{ shape: circle(Math.max(m('head'), m('across'))), at: { x: 0, y: 0 } }],
    cuts: [
      {
        name: 'hole',
        shape: circle(m('across')),
        at: { x: 0, y: 0 },
        depth: m('deep'),
        face: 'own',
        role: 'hole',
      },
    ],
    mass: m('mass'),
  }),
});

export const ferrule = pressed('ferrule', 'String ferrule', 8, 10, 2);
export const bushing = pressed('bushing', 'Bushing', 10, 20, 8);

export const screw: PartKind = {
  key: 'screw',
  words: 'Screw',
  faces: ['front', 'back'],
  group: 'hardware',
  measures: [
    ...screwed(14, 3, 2.1),
    mmOf('head', 'Head', 6, 'across', 'along', 1, 20),
    mmOf('sunk', 'Countersunk', 0, 'across at the face; 0 lies on', 'along', 0, 20),
    gramsOf(2),
  ],
  form: (m) => ({
    ...PLAIN,
    footprint: [{ shape: circle(m('head')), at: { x: 0, y: 0 } }],
    holes: [
      {
        name: 'screw',
        at: { x: 0, y: 0 },
        screw: { length: m('screwLength'), thread: m('screwThread'), root: m('screwRoot') },
        countersink: m('sunk'),
      },
    ],
    mass: m('mass'),
  }),
};

/** A strap button from the side: its neck so much of its width, its head so much of its height. */
const NECK = 0.45;
const HEAD = 0.32;
/** A lock’s cup on it, from the side: so thick, mm, and so much wider than the button. */
const LOCK_THICK = 4;
const LOCK_WIDE = 1.3;

export const strapButton: PartKind = {
  key: 'strap-button',
  words: 'Strap button',
  faces: ['edge', 'back'],
  group: 'hardware',
  toldApart: 'by end',
  measures: [
    mmOf('head', 'Button', 14, 'across', 'along', 3, 40),
    mmOf('high', 'Button over the wood', 14, 'wood or washer to its top', 'up', 2, 40),
    mmOf('washer', 'Washer under it', 0, 'its thickness, pressed; 0 without', 'up', 0, 12),
    mmOf(
      'lock',
      'Lock over the wood',
      0,
      'wood or washer to the strap; 0 without, or where it is let in',
      'up',
      0,
      40,
    ),
    mmOf('recess', 'Recess', 0, 'across what is let in for a lock; 0 without', 'along', 0, 40),
    mmOf('recessDeep', 'Recess deep', 0, 'wood to its floor', 'down', 0, 40),
    ...screwed(30, 4, 2.9),
    gramsOf(12),
  ],
  form: (m) => ({
    ...PLAIN,
    footprint: [{ shape: circle(m('head')), at: { x: 0, y: 0 } }],
    side: [
      // Its neck, and its head of about a third of the height.
      { shape: rect(m('high'), m('head') * NECK, 0), at: { x: -m('washer') - m('high') / 2, y: 0 } },
      {
        shape: rect(m('high') * HEAD, m('head'), 0),
        at: { x: -m('washer') - m('high') * (1 - HEAD / 2), y: 0 },
      },
      ...(m('lock') > 0
        ? [{ shape: rect(LOCK_THICK, m('head') * LOCK_WIDE, 0), at: { x: -m('washer') - m('lock'), y: 0 } }]
        : []),
    ],
    cuts:
      m('recess') > 0 && m('recessDeep') > 0
        ? [
            {
              name: 'recess',
              shape: circle(m('recess')),
              at: { x: 0, y: 0 },
              depth: m('recessDeep'),
              face: 'own',
              role: 'hole',
            },
          ]
        : [],
    // Without a screw of its own it stands under the head of another: of a neck screw.
    holes:
      m('screwLength') > 0
        ? [
            {
              name: 'screw',
              at: { x: 0, y: 0 },
              screw: { length: m('screwLength'), thread: m('screwThread'), root: m('screwRoot') },
              countersink: 0,
            },
          ]
        : [],
    // On the edge it stands outward; what it fills is reported where it stands on the back.
    solids: [
      { name: 'button', shape: circle(m('head')), at: { x: 0, y: 0 }, low: 0, high: m('washer') + m('high') },
    ],
    mass: m('mass'),
  }),
};

export const plate: PartKind = {
  key: 'plate',
  words: 'Cover plate',
  faces: ['back', 'front'],
  group: 'hardware',
  measures: [
    mmOf('long', 'Along', 64, 'edge to edge', 'along', 5, 300),
    mmOf('wide', 'Across', 51, 'edge to edge', 'across', 5, 300),
    mmOf('radius', 'Corner radius', 6, 'of the plate', null, 0, 60),
    mmOf('thick', 'Thickness', 2, 'face to face', 'up', 0.3, 10),
    mmOf('let', 'Let in', 0, 'wood’s face to the ledge; 0 lies on', 'down', 0, 12),
    FIT,
    mmOf('screwLong', 'Screws apart along', 0, 'centre to centre; 0 without screws', 'along', 0, 300),
    mmOf('screwWide', 'Screws apart across', 0, 'centre to centre; 0 for one row', 'across', 0, 300),
    ...screwed(12, 3, 2.1),
    gramsOf(60),
  ],
  form: (m) => {
    const sheet = rect(m('long'), m('wide'), m('radius'));
    const across = m('screwWide') > 0 ? [1, -1] : [0];
    const corners =
      m('screwLong') > 0 ? [1, -1].flatMap((along) => across.map((side) => [along, side] as const)) : [];
    return {
      ...PLAIN,
      footprint: [{ shape: sheet, at: { x: 0, y: 0 } }],
      cuts:
        m('let') > 0
          ? [
              {
                name: 'recess',
                shape: grown(sheet, m('fit')),
                at: { x: 0, y: 0 },
                depth: m('let'),
                face: 'own',
                role: 'ledge',
              },
            ]
          : [],
      holes: corners.map(([along, side], i) => ({
        name: `screw ${i + 1}`,
        at: { x: (along * m('screwLong')) / 2, y: (side * m('screwWide')) / 2 },
        screw: { length: m('screwLength'), thread: m('screwThread'), root: m('screwRoot') },
        countersink: 0,
      })),
      solids: [{ name: 'plate', shape: sheet, at: { x: 0, y: 0 }, low: 0, high: m('thick') }],
      mass: m('mass'),
    };
  },
};

/** Tuners stand on the headstock: nothing is cut in the body for them. */
export const tuner: PartKind = {
  key: 'tuner',
  words: 'Tuner',
  faces: ['front'],
  group: 'hardware',
  measures: [
    mmOf('post', 'Post', 6, 'across, where the string is wound', 'along', 2, 15),
    mmOf('takeOff', 'String over the face', 9, 'the headstock’s face to the string at the post', 'up', 0, 40),
    mmOf('hole', 'Hole', 10, 'across, through the headstock', 'along', 3, 25),
    mmOf('washer', 'Washer', 14, 'across, on the face', 'along', 3, 40),
    mmOf('bush', 'Bush', 16, 'under its washer to its end: the thickest headstock it holds', 'down', 3, 40),
    mmOf('long', 'Housing along', 22, 'edge to edge', 'along', 5, 60),
    mmOf('wide', 'Housing across', 17, 'edge to edge', 'across', 5, 60),
    mmOf('deep', 'Housing depth', 13, 'the headstock’s back to its lowest place', 'down', 2, 40),
    mmOf('button', 'Button past the housing', 22, 'housing to the button’s end', 'along', 5, 60),
    mmOf('screwAlong', 'Screw, along', -8, 'from the post, to the headstock’s end', 'along', -40, 40),
    mmOf('screwAcross', 'Screw, across', -6, 'from the post, to the button', 'across', -40, 40),
    mmOf('screwThread', 'Screw thread', 2, 'across the thread; 0 without a screw', 'along', 0, 6),
    gramsOf(38),
  ],
  form: (m) => ({
    ...PLAIN,
    footprint: [
      { shape: circle(m('hole')), at: { x: 0, y: 0 } },
      { shape: circle(m('post')), at: { x: 0, y: 0 } },
      { shape: rect(m('long'), m('wide'), 2), at: { x: 0, y: 0 } },
      { shape: rect(6, m('button'), 3), at: { x: 0, y: m('wide') / 2 + m('button') / 2 } },
    ],
    winder: {
      post: m('post'),
      takeOff: m('takeOff'),
      hole: m('hole'),
      washer: m('washer'),
      bush: m('bush'),
      housing: { long: m('long'), wide: m('wide'), deep: m('deep') },
      button: m('button'),
      screw:
        m('screwThread') > 0
          ? { at: { x: m('screwAlong'), y: m('screwAcross') }, thread: m('screwThread') }
          : null,
    },
    mass: m('mass'),
  }),
};
