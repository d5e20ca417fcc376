/** What a board may be used for, as people usually do. */
export type WoodUse = 'body' | 'neck' | 'fingerboard' | 'front' | 'guard' | 'template' | 'trial';

/** A wood of the shelf: usual densities of sound stock at about 12 % moisture, kg/m³, rounded from general wood tables. Single boards fall outside. */
export interface ShelfWood {
  readonly name: string;
  readonly low: number;
  readonly usual: number;
  readonly high: number;
  /** What is commonly known of its dust; people differ: data sheets and local rules come first. */
  readonly dust: string | null;
  readonly uses: readonly WoodUse[];
}

const wood = (
  name: string,
  [low, usual, high]: readonly [number, number, number],
  uses: readonly WoodUse[],
  dust: string | null = null,
): ShelfWood => ({ name, low, usual, high, uses, dust });

/** Woods by their common names. */
export const WOODS: readonly ShelfWood[] = [
  wood('Alder', [400, 450, 520], ['body']),
  wood('Ash, light (swamp)', [430, 500, 580], ['body']),
  wood('Ash, ordinary', [600, 680, 760], ['body']),
  wood('Basswood (lime)', [370, 415, 500], ['body']),
  wood('Mahogany, American', [480, 560, 650], ['body', 'neck'], 'dust irritates some people'),
  wood('Mahogany, African (khaya)', [450, 530, 620], ['body', 'neck'], 'dust irritates some people'),
  wood('Sapele', [560, 640, 730], ['body', 'neck'], 'dust irritates skin and airways'),
  wood('Limba, white or black', [480, 550, 650], ['body'], 'splinters and dust irritate'),
  wood('Okoume', [370, 430, 500], ['body']),
  wood('Poplar (tulipwood)', [400, 455, 520], ['body']),
  wood('Paulownia', [240, 290, 350], ['body']),
  wood('Pine', [380, 450, 560], ['body'], 'resin dust irritates'),
  wood('Spruce', [380, 430, 480], ['front']),
  wood('Western red cedar', [330, 380, 430], ['body', 'front'], 'known sensitiser: asthma'),
  wood('Maple, hard', [630, 705, 780], ['neck', 'fingerboard', 'front']),
  wood('Maple, soft', [530, 610, 690], ['body', 'front']),
  wood('Walnut, black', [540, 610, 700], ['body', 'neck'], 'dust irritates some people'),
  wood('Cherry', [520, 580, 650], ['body', 'neck']),
  wood('Koa', [540, 620, 740], ['body', 'front']),
  wood('Beech', [640, 710, 790], ['neck'], 'fine dust: hazardous over long exposure'),
  wood('Birch', [590, 660, 730], ['body', 'neck']),
  wood('Oak', [600, 720, 830], ['body'], 'fine dust: hazardous over long exposure'),
  wood('Bubinga', [790, 890, 980], ['neck', 'front'], 'dust irritates skin'),
  wood('Padauk', [640, 750, 860], ['neck', 'fingerboard'], 'known sensitiser'),
  wood('Wenge', [790, 870, 960], ['neck', 'fingerboard'], 'known sensitiser; splinters'),
  wood('Zebrawood', [690, 780, 870], ['front'], 'dust irritates'),
  wood('Purpleheart', [790, 880, 990], ['neck'], 'dust irritates'),
  wood('Rosewood, Indian', [760, 850, 950], ['fingerboard'], 'known sensitiser; trade in it is regulated'),
  wood('Pau ferro', [780, 870, 970], ['fingerboard'], 'strong sensitiser'),
  wood('Ebony', [950, 1080, 1240], ['fingerboard'], 'dust irritates; trade in some is regulated'),
  wood(
    'Medium-density fibreboard',
    [650, 740, 820],
    ['template', 'trial'],
    'fine dust with resin: extraction and mask',
  ),
  wood('Hardboard', [850, 950, 1060], ['template'], 'fine dust'),
  wood('Plywood, birch', [620, 680, 740], ['template', 'trial'], 'fine dust with resin'),
  wood('Oriented strand board', [570, 640, 700], ['trial'], 'fine dust with resin'),
  wood(
    'Acrylic sheet',
    [1170, 1190, 1200],
    ['template', 'guard'],
    'chips fly; fumes when laser-cut: extraction',
  ),
];

/** A wood of the shelf by its name; undefined for the user’s own. */
export const shelfWood = (name: string): ShelfWood | undefined => WOODS.find((w) => w.name === name);
