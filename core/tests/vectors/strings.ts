import { fretFromNut, fretX, scaleAt, stringBridgeX, stringFretX } from '../../src/strings/frets.ts';
import { equalGap, stringPlaces } from '../../src/strings/places.ts';
import { boardHalfWidth, halfSpread, nutSpread } from '../../src/strings/taper.ts';
import type { Adapter, Check, VectorCase } from './vector.ts';

type Numbers = Readonly<Record<string, number>>;
type Lists = Readonly<Record<string, readonly number[]>>;

const adapter = (
  kind: string,
  run: (
    n: Numbers,
    l: Lists,
    want: Lists,
    vector: VectorCase,
  ) => readonly (readonly [string, unknown, unknown?])[],
): Adapter => ({
  topic: 'strings',
  kind,
  run: (vector, tolerance): readonly Check[] => {
    const want = vector.expect as unknown as Lists;
    return run(vector.input as unknown as Numbers, vector.input as unknown as Lists, want, vector).map(
      ([key, got, expected]) => ({
        key,
        got,
        expected: expected === undefined ? want[key] : expected,
        within: Number(tolerance['abs_mm']),
      }),
    );
  },
});

/** Frets, string spread, board width, string places, fanned frets. */
export const strings: readonly Adapter[] = [
  adapter('fret positions', (n, l) => [
    ['distance_from_nut_mm', l['frets']!.map((fret) => fretFromNut(n['scale_length_mm']!, fret))],
    ['x_mm', l['frets']!.map((fret) => fretX(n['scale_length_mm']!, fret))],
  ]),
  adapter('string places', (n, l) => {
    const [spread, gauges] = [n['spread_outer_centres_mm']!, l['gauges_bass_to_treble_mm']!];
    return [
      ['equal_gap_mm', equalGap(spread, gauges)],
      ['equal_gap_y_bass_to_treble_mm', stringPlaces(spread, gauges, 'equal-gaps')],
      ['equal_centres_y_bass_to_treble_mm', stringPlaces(spread, gauges, 'equal-centres')],
    ];
  }),
  adapter('fanned frets', (n, l, want) => {
    const perpendicularFret = n['perpendicular_fret']!;
    const scales = {
      scaleLength: n['treble_scale_mm']!,
      fan: { bassScale: n['bass_scale_mm']!, perpendicularFret },
    };
    const wanted = want['strings'] as unknown as readonly Readonly<Record<string, unknown>>[];
    return l['string_places_0_bass_1_treble']!.flatMap((place, i) => [
      [`scale_mm of string ${i + 1}`, scaleAt(scales, place), wanted[i]!['scale_mm']] as const,
      [`bridge_x_mm of string ${i + 1}`, stringBridgeX(scales, place), wanted[i]!['bridge_x_mm']] as const,
      [`nut_x_mm of string ${i + 1}`, stringFretX(scales, place, 0), wanted[i]!['nut_x_mm']] as const,
      [
        `fret_x_mm of string ${i + 1}`,
        l['frets']!.map((fret) => stringFretX(scales, place, fret)),
        wanted[i]!['fret_x_mm'],
      ] as const,
      ['perpendicular_fret_x_mm', stringFretX(scales, place, perpendicularFret)] as const,
    ]);
  }),
  adapter('half-spread and board half-width', (n, l) => {
    const taper = {
      fan: null,
      scaleLength: n['scale_length_mm']!,
      nutWidth: n['nut_width_mm']!,
      nutMargin: n['nut_edge_to_outer_string_centre_mm']!,
      bridgeSpread: n['bridge_spread_outer_centres_mm']!,
      bridgeMargin: n['board_edge_outside_outer_string_at_bridge_line_mm']!,
    };
    return [
      ['nut_spread_outer_centres_mm', nutSpread(taper)],
      ['outer_string_half_spread_mm', l['x_mm']!.map((x) => halfSpread(taper, x))],
      ['board_half_width_mm', l['x_mm']!.map((x) => boardHalfWidth(taper, x))],
    ];
  }),
];
