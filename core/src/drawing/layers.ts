/** A layer of the drawing, as every output knows it. */
interface LayerAbout {
  /** What it is called in files: letters, figures, - and _ alone. */
  readonly file: string;
  /** What it holds, where its maker chooses whether it goes on paper and into files; null where there is no choice. */
  readonly choice: { readonly label: string; readonly atFirst: boolean } | null;
}

/**
 * Every layer, in the order they lie on the board: the body below, the neck above it, measures on top. The one table of
 * layers: the design's choice of what goes on paper, the paper panel, the command line and the names in files are made
 * from it.
 */
export const LAYERS = {
  saw: { file: 'SAW', choice: null },
  outline: { file: 'OUTLINE', choice: { label: 'Outline', atFirst: true } },
  back: {
    file: 'BACK',
    choice: { label: 'Openings from the back and in the edge, dashed', atFirst: true },
  },
  openings: { file: 'OPENINGS', choice: { label: 'Openings from the front, with depths', atFirst: true } },
  holes: { file: 'HOLES', choice: { label: 'Holes, their middles crossed', atFirst: true } },
  through: { file: 'THROUGH', choice: null },
  guards: {
    file: 'PICKGUARDS',
    choice: { label: 'Pickguards’ edges and where their screws go', atFirst: false },
  },
  carves: { file: 'CARVES', choice: { label: 'Start lines of contours', atFirst: true } },
  depths: {
    file: 'DEPTH_LINES',
    choice: { label: 'Depth lines of contours, from the flat face', atFirst: false },
  },
  seams: { file: 'SEAMS', choice: { label: 'Seam lines', atFirst: true } },
  guides: { file: 'GUIDES', choice: { label: 'Guide lines', atFirst: true } },
  parts: { file: 'PARTS', choice: { label: 'Outlines of the parts', atFirst: false } },
  headstock: { file: 'HEADSTOCK', choice: null },
  taper: { file: 'NECK_TAPER', choice: null },
  sideView: { file: 'NECK_SIDE', choice: null },
  gauges: { file: 'SECTION_GAUGES', choice: null },
  slotStrip: { file: 'FRET_SLOTS', choice: null },
  neck: { file: 'NECK', choice: { label: 'Fingerboard and frets', atFirst: true } },
  markers: { file: 'MARKERS', choice: null },
  tuners: { file: 'TUNERS', choice: null },
  strings: { file: 'STRINGS', choice: { label: 'String lines', atFirst: false } },
  saddle: { file: 'SADDLE', choice: { label: 'Saddles and saddle line', atFirst: false } },
  centre: { file: 'CENTRE', choice: { label: 'Centre line and bridge line', atFirst: true } },
  dimensions: { file: 'DIMENSIONS', choice: { label: 'Dimensions', atFirst: false } },
  sides: { file: 'SIDES', choice: null },
  places: { file: 'PLACES', choice: null },
  marks: { file: 'MARKS', choice: null },
} as const satisfies Readonly<Record<string, LayerAbout>>;

export type LayerName = keyof typeof LAYERS;

/** Layers that can be chosen for paper and files. */
export type Showable = {
  [K in LayerName]: (typeof LAYERS)[K]['choice'] extends null ? never : K;
}[LayerName];

/** The same as a list, in the order of the table. */
export const SHOWABLE = (Object.keys(LAYERS) as readonly LayerName[]).filter(
  (name): name is Showable => LAYERS[name].choice !== null,
);

/** Which of them a new design has on paper. */
export const shownAtFirst = (): Record<Showable, boolean> =>
  Object.fromEntries(SHOWABLE.map((name) => [name, LAYERS[name].choice.atFirst])) as Record<
    Showable,
    boolean
  >;

const ORDER = Object.keys(LAYERS);
/** For sorting: which of two layers lies lower on the board. */
export const inLayerOrder = (a: { readonly name: LayerName }, b: { readonly name: LayerName }): number =>
  ORDER.indexOf(a.name) - ORDER.indexOf(b.name);
