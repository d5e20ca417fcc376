/**
 * The way from each version of the design document to the next, frozen: literals only, nothing of today's code or
 * defaults, so that a document of any age always becomes the same. What is written here is never changed; a new
 * version adds one. `migrations.test.ts` holds a document of each version and what comes of it.
 */
const isRecord = (raw: unknown): raw is Record<string, unknown> =>
  typeof raw === 'object' && raw !== null && !Array.isArray(raw);

/** Takes a document of version n to version n + 1. */
export type Migration = (document: Readonly<Record<string, unknown>>) => Record<string, unknown>;

/** A member that is an object, with `more` behind what it has; anything else is left for the schema to refuse. */
const filled = (raw: unknown, more: Readonly<Record<string, unknown>>): unknown =>
  isRecord(raw) ? { ...more, ...raw } : raw;

const stringKinds = (): readonly unknown[] => [
  { name: 'Plain steel', core: 100 },
  { name: 'Round-wound', core: 38 },
  { name: 'Flat-wound', core: 45 },
];

/**
 * Version 2: fans, courses, board shapes, compensation; mirror links; papers, layers and line weights;
 * findings. A design of version 1 had none of these: it says just what it said.
 */
const toVersion2: Migration = (document) => {
  const { strings, outline, print } = document;
  const gauges = isRecord(strings) && Array.isArray(strings.gauges) ? strings.gauges : [];
  const layers = isRecord(print)
    ? filled(print.show, {
        outline: true,
        openings: true,
        back: true,
        holes: true,
        parts: false,
        centre: true,
        neck: true,
        strings: false,
        saddle: false,
        dimensions: false,
      })
    : undefined;
  return {
    ...document,
    lengths: 'mm',
    strings: filled(strings, {
      fan: null,
      courses: null,
      courseSpread: { nut: 2.2, bridge: 3 },
      boardRadius: null,
      zeroFret: null,
      extraFrets: null,
      extension: null,
      types: stringKinds(),
      compensation: gauges.map(() => 0),
    }),
    outline: filled(outline, { mirror: [] }),
    print: filled(isRecord(print) ? { ...print, show: layers } : print, {
      paper: 'A4',
      own: { width: 610, height: 914 },
      rollWidth: 610,
      orientation: 'landscape',
      margins: { left: 6, right: 6, top: 6, bottom: 6 },
      overlap: 12,
      correction: { x: 1, y: 1 },
      weights: { edge: 0.35, fine: 0.12 },
      cutOffset: null,
      place: { turn: 0, shiftX: 0, shiftY: 0 },
      cover: true,
      planPage: true,
    }),
    findings: 'findings' in document ? document.findings : { limits: {}, accepted: [] },
  };
};

/** Version 3: openings brought in from files, pictures under the drawing, tools owned, the player's hand. */
const toVersion3: Migration = (document) => {
  const { print } = document;
  const show = isRecord(print) ? filled(print.show, { openings: true }) : undefined;
  return {
    openings: [],
    underlays: [],
    tools: [],
    hand: { room: 32, finger: 45 },
    ...document,
    print: isRecord(print) ? { ...print, show } : print,
  };
};

/** An opening of version 3 was a closed line alone: it becomes one step without a depth yet. */
const stepped = (raw: unknown): unknown => {
  if (!isRecord(raw)) return raw;
  const { nodes, ...others } = raw;
  return {
    face: 'front',
    at: { x: 0, y: 0 },
    turn: 0,
    ...others,
    steps: [
      {
        name: typeof raw.name === 'string' ? raw.name : 'Opening',
        shape: { kind: 'free', nodes },
        at: { x: 0, y: 0 },
        depth: 0,
        through: false,
        role: 'cavity',
        islands: [],
      },
    ],
  };
};

/** Version 4: parts and runs placed, openings as stacks of steps, the neck join, grain, the picking hand. */
const toVersion4: Migration = (document) => {
  const { print, openings, hand, body, progress, strings } = document;
  const show = isRecord(print) ? filled(print.show, { back: true, holes: true, parts: false }) : undefined;
  const scale = isRecord(strings) ? strings.scaleLength : undefined;
  const long = typeof scale === 'number' && scale > 720;
  return {
    parts: [],
    runs: [],
    guards: [],
    neck: {
      joint: 'undecided',
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
      end: 'square',
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
      },
    },
    ...document,
    openings: Array.isArray(openings) ? openings.map(stepped) : openings,
    hand: filled(hand, { picking: 70, reach: 95 }),
    body: filled(body, { grain: 0 }),
    progress: filled(progress, { layout: 'untouched' }),
    print: isRecord(print) ? { ...print, show } : print,
  };
};

/** Version 5: a table of kinds of string (thicker than 0.56 mm is wound), hole patterns, a glued neck's tenon. */
const toVersion5: Migration = (document) => {
  const { strings, neck } = document;
  const gauges = isRecord(strings) && Array.isArray(strings.gauges) ? strings.gauges : [];
  return {
    ...document,
    strings: filled(strings, {
      types: stringKinds(),
      typeOf: gauges.map((g) => (typeof g === 'number' && g > 0.56 ? 1 : 0)),
    }),
    neck: filled(neck, { tenon: null }),
  };
};

const MARKS: Readonly<Record<string, string>> = {
  untouched: 'not started',
  'in hand': 'in progress',
  settled: 'done',
};

/** Version 6: a picture's lens and where its camera stood; the stages' marks in plain words. */
const toVersion6: Migration = (document) => {
  const { underlays, progress } = document;
  return {
    ...document,
    underlays: Array.isArray(underlays)
      ? underlays.map((u) => filled(u, { focal: null, camera: null }))
      : underlays,
    progress: isRecord(progress)
      ? Object.fromEntries(
          Object.entries(progress).map(([stage, mark]) => [
            stage,
            typeof mark === 'string' ? (MARKS[mark] ?? mark) : mark,
          ]),
        )
      : progress,
  };
};

/**
 * Version 7: guide and seam lines; what of the parts stays off paper; each neck screw’s own length and head; screws of
 * a pickguard set by hand; pictures that are artwork.
 */
const toVersion7: Migration = (document) => {
  const { guards, neck, print, underlays } = document;
  const each = (raw: unknown, more: Readonly<Record<string, unknown>>): unknown =>
    Array.isArray(raw) ? raw.map((item) => filled(item, more)) : raw;
  return {
    lines: [],
    ...document,
    guards: each(guards, { screws: null }),
    underlays: each(underlays, { artwork: null }),
    neck: isRecord(neck)
      ? { ...neck, screws: filled(neck.screws, { head: 'raised', headAcross: 8.5, own: [] }) }
      : neck,
    print: isRecord(print)
      ? {
          without: [],
          ...print,
          show: filled(print.show, { guards: false, guides: true, seams: true }),
        }
      : print,
  };
};

/** Version 8: the body’s edges, contours and arches; their start and depth lines on paper. */
const toVersion8: Migration = (document) => {
  const edge = (): Record<string, unknown> => ({
    profile: { kind: 'square' },
    bearing: 12.7,
    squareAtNeck: true,
    squareAtParts: true,
    stretches: [],
    binding: [],
  });
  const { body, print } = document;
  return {
    ...document,
    body: isRecord(body)
      ? { ...body, edges: { front: edge(), back: edge() }, contours: [], arch: { front: null, back: null } }
      : body,
    print: isRecord(print)
      ? { depthEvery: 2, ...print, show: filled(print.show, { carves: true, depths: false }) }
      : print,
  };
};

/** Version 9: a glued-on front. */
const toVersion9: Migration = (document) => {
  const { body } = document;
  return { ...document, body: isRecord(body) ? { ...body, gluedFront: null } : body };
};

/** Version 10: the neck’s shaft, and a plain paddle as wide as the nut for its headstock. */
const toVersion10: Migration = (document) => {
  const { strings } = document;
  const numberOf = (key: string, otherwise: number): number => {
    const raw = isRecord(strings) ? strings[key] : undefined;
    return typeof raw === 'number' ? raw : otherwise;
  };
  const scale = numberOf('scaleLength', 640);
  const nutHalf = numberOf('nutWidth', 42) / 2;
  const length = 90 + 26 * Math.ceil(numberOf('count', 6) / 2);
  const long = scale > 720;
  const wide = nutHalf + 13;
  const bass: readonly (readonly [number, number])[] = [
    [length - 14, wide - 4],
    [length * 0.55, wide],
    [length * 0.28, nutHalf + 8],
    [10, nutHalf + 0.6],
  ];
  const places: readonly (readonly [number, number, string])[] = [
    [0, nutHalf, 'corner'],
    [0, -nutHalf, 'corner'],
    ...[...bass].reverse().map(([x, y]) => [x, -y, 'fair'] as const),
    [length, 0, 'fair'],
    ...bass.map(([x, y]) => [x, y, 'fair'] as const),
  ];
  return {
    ...document,
    shaft: {
      atFret1: long ? 21.5 : 20.5,
      atFret12: long ? 24 : 22.5,
      stations: [
        { fret: 1, bass: 2, treble: 2 },
        { fret: 12, bass: 2.1, treble: 2.1 },
      ],
      run: 40,
      heelFrom: 8,
      meeting: 0,
      rod: { width: 6, depth: 9.5, from: 0, to: Math.round(scale * 0.58), adjuster: 'headstock' },
      markers: { face: 'dots', size: 6, side: 2, frets: [3, 5, 7, 9, 12, 15, 17, 19, 21, 24] },
      slots: { width: 0.6, depth: 2.5, stop: 0 },
      nut: { kind: 'ledge', thickness: 6 },
      strips: 1,
    },
    headstock: {
      outline: {
        nodes: places.map(([x, y, kind], i) => ({
          id: `n${i + 1}`,
          x: Number(x.toFixed(1)),
          y: Number(y.toFixed(2)),
          kind,
        })),
        mirror: [
          ['n1', 'n2'],
          ['n3', 'n11'],
          ['n4', 'n10'],
          ['n5', 'n9'],
          ['n6', 'n8'],
          ['n7', 'n7'],
        ],
      },
      tilt: 0,
      below: 12,
      thickness: 14.5,
      blend: 35,
      volute: { length: 30, height: 0 },
      built: 'one-piece',
      tuners: [],
      trees: [],
    },
  };
};

/** A strap button without what this version lets it have: a washer under it, a lock on it. */
const withoutLock = (part: unknown): unknown =>
  isRecord(part) && isRecord(part.spec) && part.spec.kind === 'strap-button' && isRecord(part.spec.measures)
    ? { ...part, spec: { ...part.spec, measures: { washer: 0, lock: 0, ...part.spec.measures } } }
    : part;

/**
 * Version 11: woods and weights, who plays it, and the drill for strap buttons, which may have a washer and a lock; the glued-on front’s wood is
 * named with the others.
 */
const toVersion11: Migration = (document) => {
  const { body } = document;
  const wood = (name: string, from: number, likely: number, to: number) => ({
    name,
    density: { likely, from, to },
    board: null,
  });
  let frontWood = '';
  let carved = body;
  if (isRecord(body) && isRecord(body.gluedFront)) {
    const { wood: named, ...front } = body.gluedFront;
    if (typeof named === 'string') frontWood = named;
    carved = { ...body, gluedFront: front };
  }
  return {
    ...document,
    body: carved,
    ...(Array.isArray(document.parts) ? { parts: document.parts.map(withoutLock) } : null),
    drill: { bit: 65, chuck: 45, length: 190 },
    weight: {
      woods: {
        body: wood('', 380, 520, 720),
        front: wood(frontWood, 380, 520, 780),
        neck: wood('', 500, 680, 800),
        board: wood('', 640, 820, 1100),
      },
      own: [],
      weighed: [],
      finish: 50,
      wiring: 30,
      added: [],
    },
    player: {
      height: 1740,
      shoulders: 430,
      chest: 230,
      upperArm: 320,
      forearm: 255,
      hand: 185,
      thigh: 120,
      stool: 120,
      angle: 25,
      strap: { length: 1100, holes: null },
      heaviest: null,
      case: null,
    },
  };
};

/** The player of earlier versions began with these, mm: one that is another was measured. */
const PLAYER_BEFORE_12 = { shoulders: 430, chest: 230, upperArm: 320, forearm: 255, hand: 185, thigh: 120 };

/**
 * Version 12: what the estimate was when something was weighed, which is not known of earlier ones; which measurements of the player were typed; strings of
 * tuners and trees counted from the treble side, as everywhere else.
 */
const toVersion12: Migration = (document) => {
  const { weight, player, headstock, strings } = document;
  const count = isRecord(strings) && typeof strings.count === 'number' ? strings.count : null;
  /** From the bass side to the treble side. */
  const turned = (n: unknown): unknown => (typeof n === 'number' && count !== null ? count + 1 - n : n);
  const all = (list: unknown, change: (one: Record<string, unknown>) => unknown): unknown =>
    Array.isArray(list) ? list.map((one: unknown) => (isRecord(one) ? change(one) : one)) : list;
  const weighed =
    isRecord(weight) && Array.isArray(weight.weighed)
      ? weight.weighed.map((w: unknown) => (isRecord(w) ? { estimate: null, ...w } : w))
      : null;
  return {
    ...document,
    ...(isRecord(weight) && weighed ? { weight: { ...weight, weighed } } : null),
    ...(isRecord(headstock)
      ? {
          headstock: {
            ...headstock,
            tuners: all(headstock.tuners, (t) => ({ ...t, string: turned(t.string) })),
            trees: all(headstock.trees, (t) => ({ ...t, first: turned(t.last), last: turned(t.first) })),
          },
        }
      : null),
    ...(isRecord(player)
      ? {
          player: {
            ...player,
            measured: Object.entries(PLAYER_BEFORE_12)
              .filter(([key, plain]) => player[key] !== plain)
              .map(([key]) => key),
          },
        }
      : null),
  };
};

/** From each earlier version to the next. */
export const MIGRATIONS: ReadonlyMap<number, Migration> = new Map([
  [1, toVersion2],
  [2, toVersion3],
  [3, toVersion4],
  [4, toVersion5],
  [5, toVersion6],
  [6, toVersion7],
  [7, toVersion8],
  [8, toVersion9],
  [9, toVersion10],
  [10, toVersion11],
  [11, toVersion12],
]);
