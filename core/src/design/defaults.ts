import type { LimitPath } from './limits.ts';
import { LIMITS } from './limits.ts';
import type { Design, OutlineNode, Strings } from './schema.ts';
import { DESIGN_FORMAT, DESIGN_VERSION } from './schema.ts';

/** Plain string diameters, bass to treble, mm, that a count begins with: thick to thin in even ratio. */
export function startingGauges(count: number): readonly number[] {
  const thickest = count <= 5 ? 2.5 : 1.1;
  const thinnest = count <= 5 ? 1.05 : 0.25;
  return Array.from({ length: count }, (_, i) => {
    const place = count === 1 ? 0 : i / (count - 1);
    return Number((thickest * (thinnest / thickest) ** place).toFixed(2));
  });
}

/** A starting length in tenths of a mm, kept within its limits. */
export function within(path: LimitPath, mm: number): number {
  const { min, max } = LIMITS[path];
  return Math.min(max, Math.max(min, Number(mm.toFixed(1))));
}

/** Strings to begin a design with: centre to centre about 10.4 mm at the bridge and 7.1 mm at the nut, more for basses. */
function startingStrings(count: number, scaleLength: number): Strings {
  const long = scaleLength > 720;
  const atBridge = long ? 19 : 10.4;
  const atNut = long ? 10.5 : 7.1;
  return {
    count,
    scaleLength,
    frets: long ? 20 : 22,
    jointFret: 16,
    nutWidth: within('strings.nutWidth', atNut * (count - 1) + 7),
    nutMargin: 3.5,
    bridgeSpread: within('strings.bridgeSpread', atBridge * (count - 1)),
    bridgeMargin: 3,
    boardEnd: 8,
    spacing: 'equal-centres',
    gauges: startingGauges(count),
  };
}

/**
 * A plain rounded body to begin with, without horns: bass side nodes mirrored to the treble side.
 * Instrument frame; `jointX` is where the neck leaves the body, `seatHalf` half the width across it there.
 */
function startingNodes(jointX: number, seatHalf: number): readonly OutlineNode[] {
  const tail = jointX - 400;
  const bass: readonly (readonly [number, number])[] = [
    [jointX - 12, seatHalf + 38],
    [jointX - 58, 118],
    [jointX - 122, 124],
    [jointX - 186, 113],
    [jointX - 262, 143],
    [jointX - 330, 156],
    [jointX - 386, 98],
  ];
  const node = (x: number, y: number, i: number, kind: 'fair' | 'corner' = 'fair'): OutlineNode => ({
    id: `n${i + 1}`,
    x: Math.round(x * 10) / 10,
    y: Math.round(y * 10) / 10,
    kind,
  });
  const upper = [[jointX, seatHalf, 'corner'] as const, ...bass.map(([x, y]) => [x, y, 'fair'] as const)];
  const all = [
    ...upper,
    [tail, 0, 'fair'] as const,
    ...[...upper].reverse().map(([x, y, kind]) => [x, -y, kind] as const),
  ];
  return all.map(([x, y, kind], i) => node(x, y, i, kind));
}

/** A new design: valid, plain, ready to be changed. */
export function newDesign(name: string, count = 6, scaleLength = 640): Design {
  const strings = startingStrings(count, scaleLength);
  const jointX = scaleLength * 2 ** (-strings.jointFret / 12);
  const seatHalf = strings.bridgeSpread / 2 + 3;
  return {
    format: DESIGN_FORMAT,
    version: DESIGN_VERSION,
    name,
    units: 'mm',
    handedness: 'right',
    strings,
    outline: { nodes: startingNodes(jointX, seatHalf) },
    body: { thickness: 44 },
    print: {
      paper: 'A4',
      orientation: 'landscape',
      margins: { left: 6, right: 6, top: 6, bottom: 6 },
      overlap: 12,
      correction: { x: 1, y: 1 },
      show: { centre: true, neck: true, strings: false },
    },
    progress: { strings: 'untouched', outline: 'untouched', templates: 'untouched' },
    typed: {},
  };
}
