/** What a length or count of the design may be, what it is called, and what it is measured from. */
export interface Limit {
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly from: string;
}

/** Every number of the design that is typed, by its path. Wide enough for anything that is strung and held. */
export const LIMITS = {
  'strings.count': { label: 'strings', min: 1, max: 18, from: 'courses count each string' },
  'strings.scaleLength': {
    label: 'scale length',
    min: 250,
    max: 1200,
    from: 'nut to bridge line, along the centre line',
  },
  'strings.frets': { label: 'frets', min: 1, max: 36, from: 'the nut not counted' },
  'strings.jointFret': { label: 'joint fret', min: 5, max: 36, from: 'where the neck leaves the body' },
  'strings.nutWidth': { label: 'nut width', min: 10, max: 140, from: 'edge to edge of the board at the nut' },
  'strings.nutMargin': {
    label: 'margin at the nut',
    min: 0,
    max: 20,
    from: 'board edge to the outer string’s centre',
  },
  'strings.bridgeSpread': {
    label: 'spread at the bridge',
    min: 0,
    max: 240,
    from: 'outer string centre to outer string centre',
  },
  'strings.bridgeMargin': {
    label: 'margin at the bridge',
    min: 0,
    max: 30,
    from: 'outer string’s centre to the board edge run on to the bridge line',
  },
  'strings.boardEnd': {
    label: 'board past the last fret',
    min: 0,
    max: 60,
    from: 'the last fret to the end of the board',
  },
  'strings.gauge': { label: 'string gauge', min: 0.1, max: 6, from: 'the string’s diameter' },
  'body.thickness': { label: 'body thickness', min: 10, max: 120, from: 'front face to back face' },
  'outline.x': { label: 'place along the centre line', min: -2000, max: 2000, from: 'the bridge line' },
  'outline.y': { label: 'place across', min: -1000, max: 1000, from: 'the centre line' },
  'outline.handle': { label: 'handle', min: -1000, max: 1000, from: 'its node' },
  'print.margin': { label: 'printer margin', min: 0, max: 60, from: 'the sheet’s edge' },
  'print.overlap': { label: 'overlap', min: 0, max: 60, from: 'what neighbouring tiles share' },
  'print.correction': { label: 'print correction', min: 0.8, max: 1.25, from: 'nominal over measured' },
} as const satisfies Readonly<Record<string, Limit>>;

export type LimitPath = keyof typeof LIMITS;
