import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import { checkDesign } from '../design/check.ts';
import type { Design, PartSpec } from '../design/schema.ts';
import { massCentre } from '../layout/massCentre.ts';
import { partInPlace } from '../layout/partInPlace.ts';
import { PART_KINDS, formOf, kindOf, measureOf } from './kinds.ts';
import type { MeasureDef, PartForm, PartKind } from './part.ts';
import { PART_GROUPS, grown, rect } from './part.ts';
import { SHELF, groupOf, specOf } from './shelf.ts';

const plain: Design = { ...demo('windrow'), parts: [], openings: [], runs: [] };
const usual = (kind: PartKind): PartSpec => ({
  kind: kind.key,
  name: kind.words,
  measures: Object.fromEntries(kind.measures.map((d) => [d.key, d.value])),
  assumed: [],
  outline: null,
});
const withMeasures = (spec: PartSpec, measures: Readonly<Record<string, number>>): PartSpec => ({
  ...spec,
  measures: { ...spec.measures, ...measures },
});
const shelf = (key: string): PartSpec => specOf(SHELF.find((p) => p.key === key)!);
const laid = (spec: PartSpec, face = kindOf(spec)!.faces[0]!) => {
  const { design } = edits.addPart(plain, spec, face, { x: 0, y: 0 }, 0);
  return partInPlace(design.parts[0]!, plain.body.thickness);
};
/** All that a part comes to, as text: form, cuts in the wood, and where its mass counts. */
const comesTo = (spec: PartSpec): string => {
  const { form, cuts, screws } = laid(spec);
  return JSON.stringify([
    form,
    cuts.map((c) => [c.name, c.top, c.bottom, c.area.box]),
    screws.map((s) => s.at),
    massCentre(laid(spec)),
  ]);
};
const otherValue = ({ value, min, max }: MeasureDef): number =>
  value + 1 <= max ? value + 1 : Math.max(min, value - 1);

describe('every kind of part', () => {
  it.each(PART_KINDS.map((k) => [k.words, k] as const))('%s: each of its measures counts', (_, kind) => {
    // What is switched off by nothing is switched on, so that its own measures can tell.
    const on: Record<string, number> = {
      screwSpan: 60,
      screwLong: 60,
      recess: 16,
      recessDeep: 13,
      let: 2,
      ground: 3,
      sunk: 7,
    };
    const spec = withMeasures(
      usual(kind),
      Object.fromEntries(Object.entries(on).filter(([key]) => kind.measures.some((d) => d.key === key))),
    );
    const before = comesTo(spec);
    const idle = kind.measures.filter(
      (def) =>
        comesTo(
          withMeasures(spec, { [def.key]: otherValue({ ...def, value: measureOf(spec, def.key) }) }),
        ) === before,
    );
    expect(idle.map((d) => d.label)).toEqual([]);
  });
  it.each(PART_KINDS.map((k) => [k.words, k] as const))(
    '%s: usual sizes lie within their limits',
    (_, kind) => {
      expect(PART_GROUPS).toContain(kind.group);
      expect(kind.faces.length).toBeGreaterThan(0);
      const keys = kind.measures.map((d) => d.key);
      expect(new Set(keys).size).toBe(keys.length);
      for (const { value, min, max, label, from } of kind.measures) {
        expect(value, label).toBeGreaterThanOrEqual(min);
        expect(value, label).toBeLessThanOrEqual(max);
        expect(from.length, label).toBeGreaterThan(3);
      }
    },
  );
  it('a part that a newer version made is its outline, and nothing else', () => {
    const node = (id: string, x: number, y: number) => ({ id, x, y, kind: 'corner' as const });
    const strange: PartSpec = {
      kind: 'of-a-newer-one',
      name: 'Strange',
      measures: { long: 3 },
      assumed: [],
      outline: [node('a', 10, 0), node('b', 0, 10), node('c', -10, 0)],
    };
    const form = formOf(strange);
    expect(form).toMatchObject({ cuts: [], holes: [], solids: [], mass: 0, wired: false });
    expect(form.footprint).toHaveLength(1);
    expect(measureOf(strange, 'long')).toBe(3);
    expect(measureOf(strange, 'wide')).toBe(0);
  });
});

describe('the shelf', () => {
  it('has every part once, each of a known kind, with nothing measured yet', () => {
    expect(new Set(SHELF.map((p) => p.key)).size).toBe(SHELF.length);
    expect(new Set(SHELF.map((p) => p.name)).size).toBe(SHELF.length);
    for (const part of SHELF) {
      const kind = kindOf(part)!;
      expect(kind, part.name).not.toBeNull();
      expect(groupOf(part)).toBe(kind.group);
      for (const key of Object.keys(part.measures))
        expect(
          kind.measures.map((d) => d.key),
          `${part.name}: ${key}`,
        ).toContain(key);
      expect(specOf(part).assumed).toEqual(kind.measures.map((d) => d.key));
    }
  });
  it('has what an instrument needs', () => {
    for (const kind of PART_KINDS)
      expect(
        SHELF.some((p) => p.kind === kind.key),
        kind.words,
      ).toBe(true);
    expect(PART_GROUPS.every((g) => SHELF.some((p) => groupOf(p) === g))).toBe(true);
  });
  it('can be laid down and kept, all of it', () => {
    const full = SHELF.reduce<Design>(
      (d, part, i) =>
        edits.addPart(d, specOf(part), kindOf(part)!.faces[0]!, { x: -10 * i, y: 3 * i }).design,
      plain,
    );
    const read = checkDesign(JSON.parse(JSON.stringify(full)));
    expect(read.ok && read.design.parts.length).toBe(SHELF.length);
  });
});

describe('what parts come to', () => {
  const cut = (form: PartForm, name: string) => form.cuts.find((c) => c.name === name)!;
  it('a pickup’s rout is its cover with the fit, its legs reach past it', () => {
    const spec = withMeasures(shelf('pickup-twin'), {
      long: 38,
      wide: 70,
      fit: 0.5,
      bit: 3,
      below: 17,
      legWide: 7,
      legLong: 16,
      legBelow: 25,
    });
    const form = formOf(spec);
    expect(cut(form, 'rout')).toMatchObject({ shape: { long: 39, wide: 71, radius: 3 }, depth: 17 });
    expect(cut(form, 'legs')).toMatchObject({ shape: { long: 17, wide: 85, radius: 3 }, depth: 25 });
    expect(form.cuts.every((c) => c.role === 'cavity' && c.face === 'own')).toBe(true);
  });
  it('a bridge with strings through the body has a hole and a ferrule for each', () => {
    const form = formOf(withMeasures(shelf('bridge-through'), { strings: 7, spread: 63, throughBehind: 18 }));
    const holes = form.cuts.filter((c) => c.name.startsWith('string hole'));
    const ferrules = form.cuts.filter((c) => c.name.startsWith('ferrule'));
    expect(holes).toHaveLength(7);
    expect(ferrules.every((f) => f.face === 'other' && f.depth === 10)).toBe(true);
    expect(holes.map((h) => h.at.y)).toEqual([31.5, 21, 10.5, 0, -10.5, -21, -31.5]);
    expect(holes.every((h) => h.at.x === -18 && h.depth === null)).toBe(true);
  });
  it('a vibrato has its slot through, its spring rout and ledge from the back, its claw’s screws in the wall', () => {
    const form = formOf(shelf('bridge-vibrato'));
    expect(cut(form, 'block slot')).toMatchObject({ face: 'own', depth: null });
    expect(cut(form, 'spring rout')).toMatchObject({ face: 'other', depth: 17 });
    const rout = cut(form, 'spring rout');
    const ledge = cut(form, 'cover’s ledge');
    expect(ledge).toMatchObject({ face: 'other', role: 'ledge', depth: 2.5 });
    expect((ledge.shape as { long: number }).long - (rout.shape as { long: number }).long).toBe(16);
    const wall = rout.at.x + (rout.shape as { long: number }).long / 2;
    expect(form.wallScrews!.map((s) => [s.at.x, s.length])).toEqual([
      [wall, 45],
      [wall, 45],
    ]);
    // In the wood they lie level, half way down the rout's depth, from its wall nutward.
    const screws = laid(shelf('bridge-vibrato')).cuts.filter((c) => c.name.startsWith('claw'));
    for (const s of screws) {
      expect(s.area.box.minX).toBeCloseTo(wall, 9);
      expect(s.area.box.maxX).toBeCloseTo(wall + 45, 9);
      expect((s.top + s.bottom) / 2).toBeCloseTo(-plain.body.thickness + 8.5, 9);
    }
  });
  it('a pot without a knob shows its bush', () => {
    const bare = formOf(withMeasures(shelf('pot-24'), { knob: 0 }));
    expect(bare.knob).toBeUndefined();
    expect(bare.footprint[0]!.shape).toEqual({ kind: 'circle', diameter: 9.4 });
    expect(bare.bush).toMatchObject({ bodyLong: 24, bodyWide: 24, round: true });
    expect(formOf(shelf('pot-24')).knob).toEqual({ diameter: 19, height: 17 });
  });
  it('a lever’s slot and screw holes go through, its body lies along its throw', () => {
    const form = formOf(shelf('lever'));
    expect(form.cuts.map((c) => c.depth)).toEqual([null, null, null]);
    expect(form.bush!.bodyLong).toBeGreaterThan(form.bush!.bodyWide);
    expect(form.sweep).toEqual({ along: 12, wide: 9 });
  });
  it('a ring’s screws stand in its corners', () => {
    const at = formOf(shelf('ring')).holes.map((h) => [Math.abs(h.at.x), Math.abs(h.at.y)]);
    expect(at).toEqual(Array.from({ length: 4 }, () => [37.5 / 2, 40.5]));
  });
  it('an edge jack bores as deep as jack and plug need', () => {
    const { cuts } = laid(withMeasures(shelf('jack-barrel'), { deep: 48, plugLong: 10 }), 'edge');
    const bore = cuts.find((c) => c.role === 'bore')!;
    expect(bore.area.box.maxX - bore.area.box.minX).toBeCloseTo(58, 9);
    expect(bore.bore).toBe(13);
  });
  it('figures grown by some are so much larger all round, whatever they are', () => {
    const side = fc.double({ min: 1, max: 80, noNaN: true });
    fc.assert(
      fc.property(side, side, fc.double({ min: 0, max: 5, noNaN: true }), (long, wide, by) => {
        const g = grown(rect(long, wide, 1), by) as { long: number; wide: number; radius: number };
        expect(g.long).toBeCloseTo(long + 2 * by, 9);
        expect(g.wide).toBeCloseTo(wide + 2 * by, 9);
        expect(g.radius).toBeCloseTo(1 + by, 9);
        expect(grown({ kind: 'circle', diameter: long }, by)).toEqual({
          kind: 'circle',
          diameter: long + 2 * by,
        });
      }),
    );
  });
});
