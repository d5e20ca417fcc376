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
  'strings.bassScale': {
    label: 'bass scale',
    min: 250,
    max: 1200,
    from: 'nut to bridge of the lowest string, along the centre line; the scale length is then the treble side’s',
  },
  'strings.perpendicularFret': {
    label: 'perpendicular fret',
    min: 0,
    max: 36,
    from: 'the one fret that stands square to the centre line; 0 is the nut',
  },
  'strings.courseSize': { label: 'strings of a course', min: 1, max: 4, from: 'bass to treble' },
  'strings.courseSpread': {
    label: 'spread within a course',
    min: 0.8,
    max: 12,
    from: 'centre to centre of neighbours in one course',
  },
  'strings.boardRadius': {
    label: 'board radius',
    min: 50,
    max: 3000,
    from: 'the arc of the fret crowns across the board',
  },
  'strings.zeroFretBehind': {
    label: 'nut behind the zero fret',
    min: 1,
    max: 30,
    from: 'the zero fret’s centre to the slot of the nut that guides the strings',
  },
  'strings.extraFrets': {
    label: 'frets past the last full one',
    min: 1,
    max: 12,
    from: 'under some strings only',
  },
  'strings.extraStrings': { label: 'strings over them', min: 1, max: 17, from: 'counted from their side' },
  'strings.extension': { label: 'frets behind the nut', min: 1, max: 7, from: 'under some strings only' },
  'strings.compensation': {
    label: 'compensation',
    min: -10,
    max: 20,
    from: 'the bridge line to where the string breaks over its saddle, tailward',
  },
  'strings.gauge': { label: 'string gauge', min: 0.1, max: 6, from: 'the string’s diameter' },
  'body.thickness': { label: 'body thickness', min: 10, max: 120, from: 'front face to back face' },
  'outline.x': { label: 'place along the centre line', min: -2000, max: 2000, from: 'the bridge line' },
  'outline.y': { label: 'place across', min: -1000, max: 1000, from: 'the centre line' },
  'outline.handle': { label: 'handle', min: -1000, max: 1000, from: 'its node' },
  'outline.span': { label: 'span', min: 0.001, max: 4000, from: 'the node to the next, along the curve' },
  'tools.diameter': { label: 'diameter', min: 1, max: 400, from: 'across the tool where it touches' },
  'hand.room': { label: 'room for the hand', min: 5, max: 80, from: 'the board’s edge outward' },
  'hand.finger': { label: 'reach of the first finger', min: 0, max: 120, from: 'where the hand is stopped' },
  'underlay.pixels': { label: 'picture', min: 1, max: 20000, from: 'edge to edge, pixels' },
  'underlay.at': {
    label: 'place of the picture',
    min: -5000,
    max: 5000,
    from: 'the bridge line and centre line',
  },
  'underlay.turn': {
    label: 'turn of the picture',
    min: -180,
    max: 180,
    from: 'its lower edge along the centre line',
  },
  'underlay.scale': { label: 'millimetres of a pixel', min: 0.0005, max: 50, from: 'edge to edge of one' },
  'underlay.opacity': { label: 'strength of the picture', min: 0.05, max: 1, from: 'clear to full' },
  'underlay.goodTo': { label: 'how good the picture is', min: 0, max: 1000, from: 'its true place' },
  'print.margin': { label: 'printer margin', min: 0, max: 60, from: 'the sheet’s edge' },
  'print.overlap': { label: 'overlap', min: 0, max: 60, from: 'what neighbouring tiles share' },
  'print.ownWidth': { label: 'sheet width', min: 120, max: 2000, from: 'edge to edge of your own sheet' },
  'print.ownHeight': { label: 'sheet height', min: 120, max: 2000, from: 'edge to edge of your own sheet' },
  'print.rollWidth': { label: 'roll width', min: 180, max: 2000, from: 'edge to edge of the roll' },
  'print.edgeWeight': {
    label: 'edge line',
    min: 0.05,
    max: 1.5,
    from: 'the width of the outline as it is printed',
  },
  'print.fineWeight': { label: 'other lines', min: 0.03, max: 1, from: 'the width of an ordinary fine line' },
  'print.cutOffset': { label: 'cut line off the edge', min: 0.2, max: 30, from: 'the edge, outward' },
  'print.shift': {
    label: 'shift of the sheets',
    min: -2000,
    max: 2000,
    from: 'the drawing’s lower left corner',
  },
  'print.turn': {
    label: 'turn of the drawing',
    min: -180,
    max: 180,
    from: 'the centre line along the sheet',
  },
  'print.correction': { label: 'print correction', min: 0.8, max: 1.25, from: 'nominal over measured' },
} as const satisfies Readonly<Record<string, Limit>>;

export type LimitPath = keyof typeof LIMITS;

/** An outline of more cannot be kept fair by hand. */
export const MOST_NODES = 200;
