import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import vectors from '../../vectors/strings.json';
import { newDesign } from '../design/defaults.ts';
import { fretTableCsv } from '../files/csv.ts';
import { fretFromNut, fretX, scaleAt, stringBridgeX, stringFretX } from './frets.ts';
import { layoutStrings } from './layout.ts';
import { equalGap, stringPlaces } from './places.ts';
import { boardHalfWidth, halfSpread, nutSpread } from './taper.ts';

const TOLERANCE = vectors.tolerance.abs_mm;
interface Case {
  readonly name: string;
  readonly input: Readonly<Record<string, unknown>> & { readonly kind: string };
  readonly expect: Readonly<Record<string, unknown>>;
}
const cases = vectors.cases as unknown as readonly Case[];

function near(got: readonly number[], want: unknown): void {
  const list = want as readonly number[];
  expect(got.length).toBe(list.length);
  got.forEach((value, i) => expect(Math.abs(value - list[i]!)).toBeLessThan(TOLERANCE));
}

describe('strings against the vectors', () => {
  it.each(cases.map((c) => [c.name, c] as const))('%s', (_name, { input, expect: want }) => {
    if (input.kind === 'fret positions') {
      const scale = input.scale_length_mm as number;
      const frets = input.frets as readonly number[];
      near(
        frets.map((n) => fretFromNut(scale, n)),
        want.distance_from_nut_mm,
      );
      near(
        frets.map((n) => fretX(scale, n)),
        want.x_mm,
      );
    } else if (input.kind === 'string places') {
      const spread = input.spread_outer_centres_mm as number;
      const gauges = input.gauges_bass_to_treble_mm as readonly number[];
      near([equalGap(spread, gauges)!], [want.equal_gap_mm as number]);
      near(stringPlaces(spread, gauges, 'equal-gaps'), want.equal_gap_y_bass_to_treble_mm);
      near(stringPlaces(spread, gauges, 'equal-centres'), want.equal_centres_y_bass_to_treble_mm);
    } else if (input.kind === 'fanned frets') {
      const scales = {
        scaleLength: input.treble_scale_mm as number,
        fan: {
          bassScale: input.bass_scale_mm as number,
          perpendicularFret: input.perpendicular_fret as number,
        },
      };
      const wanted = want.strings as readonly Readonly<Record<string, number | readonly number[]>>[];
      (input.string_places_0_bass_1_treble as readonly number[]).forEach((place, i) => {
        const { scale_mm, bridge_x_mm, nut_x_mm, fret_x_mm } = wanted[i]!;
        near(
          [scaleAt(scales, place), stringBridgeX(scales, place), stringFretX(scales, place, 0)],
          [scale_mm, bridge_x_mm, nut_x_mm],
        );
        near(
          (input.frets as readonly number[]).map((n) => stringFretX(scales, place, n)),
          fret_x_mm,
        );
        near([stringFretX(scales, place, scales.fan.perpendicularFret)], [want.perpendicular_fret_x_mm]);
      });
    } else {
      const taper = {
        fan: null,
        scaleLength: input.scale_length_mm as number,
        nutWidth: input.nut_width_mm as number,
        nutMargin: input.nut_edge_to_outer_string_centre_mm as number,
        bridgeSpread: input.bridge_spread_outer_centres_mm as number,
        bridgeMargin: input.board_edge_outside_outer_string_at_bridge_line_mm as number,
      };
      const places = input.x_mm as readonly number[];
      near([nutSpread(taper)], [want.nut_spread_outer_centres_mm as number]);
      near(
        places.map((x) => halfSpread(taper, x)),
        want.outer_string_half_spread_mm,
      );
      near(
        places.map((x) => boardHalfWidth(taper, x)),
        want.board_half_width_mm,
      );
    }
  });
  it('takes every case', () => expect(cases.length).toBe(15));
});

describe('the layout of strings', () => {
  const { strings } = newDesign('Test', 6, 628);
  it('puts fret 12 at half the scale and the joint at its fret', () => {
    const layout = layoutStrings(strings);
    expect(layout.frets[12]!.x).toBeCloseTo(314, 9);
    expect(layout.jointX).toBe(layout.frets[strings.jointFret]!.x);
    expect(layout.boardEndX).toBeCloseTo(layout.frets[strings.frets]!.x - strings.boardEnd, 9);
  });
  it('adds fret spaces up to the distance from the nut', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 300, max: 1100, noNaN: true }),
        fc.integer({ min: 5, max: 36 }),
        (scaleLength, frets) => {
          const layout = layoutStrings({ ...strings, scaleLength, frets, jointFret: 5 });
          const sum = layout.frets.reduce((total, f) => total + f.fromPrevious, 0);
          return Math.abs(sum - layout.frets[frets]!.fromNut) < 1e-9;
        },
      ),
    );
  });
  it('leaves the same gap everywhere when gaps are equal', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.2, max: 3, noNaN: true }), { minLength: 2, maxLength: 12 }),
        (gauges) => {
          const places = stringPlaces(80, gauges, 'equal-gaps');
          const gaps = places.slice(1).map((y, i) => places[i]! - y - (gauges[i]! + gauges[i + 1]!) / 2);
          return gaps.every((g) => Math.abs(g - gaps[0]!) < 1e-9) && Math.abs(places.at(-1)! + 40) < 1e-9;
        },
      ),
    );
  });
  it('puts a single string on the centre line', () =>
    expect(stringPlaces(0, [1], 'equal-gaps')).toEqual([0]));
  it('writes the fret table with a row for the nut and each fret', () => {
    const rows = fretTableCsv(layoutStrings(strings)).trim().split('\r\n');
    expect(rows.length).toBe(strings.frets + 2);
    expect(rows[0]).toContain('from nut (mm)');
    expect(rows[13]!.split(',').slice(0, 3)).toEqual(['12', '314.000', '12.3622']);
  });
});
