import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as edits from '../design/allEdits.ts';
import { checkDesign, designRefusals } from '../design/check.ts';
import { newDesign } from '../design/defaults.ts';
import type { Design, PartSpec } from '../design/schema.ts';
import { wordsOfFinding } from '../findings/words.ts';
import { findAll } from '../findings/run.ts';
import { drawingBox } from '../drawing/drawing.ts';
import { PART_KINDS, formOf } from '../parts/kinds.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { createDeriver } from '../derived/derive.ts';
import { designText } from '../files/json.ts';

const plain = edits.setNeck(newDesign('Hostile', 6, 628), { joint: 'screwed' });
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const place = fc.record({ x: number(-300, 400), y: number(-250, 250) });

/** A part of any kind with any measures that its fields would take. */
const anyPart = fc
  .tuple(fc.constantFrom(...PART_KINDS), fc.infiniteStream(number(0, 1)), place, number(-180, 180), fc.nat(2))
  .map(([kind, stream, at, turn, face]) => {
    const measures = Object.fromEntries(
      kind.measures.map((d) => {
        const share = stream.next().value!;
        const v = d.min + (Math.min(d.max, 200) - d.min) * share;
        return [d.key, d.unit === '' ? Math.round(v) : v];
      }),
    );
    const spec: PartSpec = { kind: kind.key, name: kind.words, measures, assumed: [], outline: null };
    return { spec, at, turn, face: kind.faces[face % kind.faces.length]! };
  });
const anyOpening = fc.record({
  at: place,
  turn: number(-360, 360),
  face: fc.constantFrom('front' as const, 'back' as const),
  long: number(0.5, 300),
  wide: number(0.5, 300),
  radius: number(0, 200),
  depth: number(0, 120),
  through: fc.boolean(),
  by: number(-100, 300),
  inset: fc.boolean(),
});

const laidOut = (parts: readonly unknown[], openings: readonly unknown[]): Design => {
  let design = plain;
  for (const p of parts as { spec: PartSpec; at: { x: number; y: number }; turn: number; face: 'front' }[])
    design = edits.addPart(design, p.spec, p.face, p.at, p.turn).design;
  for (const o of openings as {
    at: { x: number; y: number };
    turn: number;
    face: 'front';
    long: number;
    wide: number;
    radius: number;
    depth: number;
    through: boolean;
    by: number;
    inset: boolean;
  }[])
    design = edits.addOpening(design, {
      name: 'o',
      face: o.face,
      at: o.at,
      turn: o.turn,
      steps: [
        {
          ...edits.plainStep(
            'o',
            o.inset
              ? { kind: 'inset', of: 'body', by: o.by, within: null }
              : { kind: 'rect', long: o.long, wide: o.wide, radius: o.radius },
            o.depth,
          ),
          through: o.through,
        },
      ],
    }).design;
  return design;
};

describe('whatever the fields take', () => {
  it('is laid out, drawn and told without a number that is none', () => {
    const derive = createDeriver();
    fc.assert(
      fc.property(
        fc.array(anyPart, { maxLength: 6 }),
        fc.array(anyOpening, { maxLength: 4 }),
        (parts, openings) => {
          const design = laidOut(parts, openings);
          expect(checkDesign(JSON.parse(designText(design))).ok).toBe(true);
          const derived = derive(design);
          const box = drawingBox(derived.drawing)!;
          for (const v of Object.values(box)) expect(Number.isFinite(v)).toBe(true);
          for (const finding of findAll(design, derived)) {
            if (finding.measured !== null) expect(Number.isFinite(finding.measured), finding.rule).toBe(true);
            expect(wordsOfFinding(finding, 'mm').says).not.toMatch(/NaN|undefined|Infinity/);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('every part of the shelf comes to something, with a mass and a face that it goes on', () => {
    for (const entry of SHELF) {
      const spec = specOf(entry);
      const form = formOf(spec);
      expect(form.footprint.length, entry.key).toBeGreaterThan(0);
      expect(form.mass, entry.key).toBeGreaterThan(0);
      for (const key of Object.keys(entry.measures))
        expect(Object.keys(spec.measures), entry.key).toContain(key);
    }
  });
  it('a part of a kind from a newer Pelkin is kept and harms nothing', () => {
    const odd = edits.addPart(plain, { ...specOf(SHELF[0]!), kind: 'from-tomorrow' }, 'front', {
      x: 0,
      y: 0,
    });
    const derived = createDeriver()(odd.design);
    expect(derived.layout.parts).toHaveLength(1);
    expect(findAll(odd.design, derived).filter((f) => f.subject === odd.id)).toEqual([]);
  });
  it('an inset that follows itself, or one that follows another inset, is nothing, not a loop', () => {
    const shape = (of: string) => ({ kind: 'inset' as const, of, by: 5, within: null });
    const one = edits.addOpening(plain, {
      name: 'a',
      face: 'back',
      at: { x: 0, y: 0 },
      turn: 0,
      steps: [edits.plainStep('a', shape('o1'), 10)],
    }).design;
    const two = edits.addOpening(one, {
      name: 'b',
      face: 'back',
      at: { x: 0, y: 0 },
      turn: 0,
      steps: [edits.plainStep('b', shape('o1'), 10)],
    }).design;
    expect(createDeriver()(two).layout.cuts.filter((c) => c.owner.kind === 'opening')).toEqual([]);
  });
});

describe('a design file whose layout cannot be kept is refused with the place', () => {
  const raw = (change: Readonly<Record<string, unknown>>) => ({
    ...JSON.parse(designText(plain)),
    ...change,
  });
  const part = { ...edits.addPart(plain, specOf(SHELF[0]!), 'front', { x: 0, y: 0 }).design.parts[0]! };
  const node = (id: string, x: number, y: number) => ({ id, x, y, kind: 'corner' });
  const opening = (shape: unknown) => ({
    id: 'o1',
    name: 'o',
    face: 'front',
    at: { x: 0, y: 0 },
    turn: 0,
    steps: [{ ...edits.plainStep('o', { kind: 'circle', diameter: 10 }, 5), shape }],
  });
  it.each([
    [
      'a measure that is no number',
      { parts: [{ ...part, spec: { ...part.spec, measures: { long: 'wide' } } }] },
      'parts.0.spec.measures.long',
    ],
    ['a part on no face', { parts: [{ ...part, face: 'inside' }] }, 'parts.0.face'],
    ['two parts of one id', { parts: [part, part] }, 'parts.1.id'],
    [
      'an opening of no size',
      { openings: [opening({ kind: 'circle', diameter: 0 })] },
      'openings.0.steps.0.shape.diameter',
    ],
    [
      'a free line whose nodes fall together',
      { openings: [opening({ kind: 'free', nodes: [node('a', 0, 0), node('b', 0, 0), node('c', 9, 9)] })] },
      'openings.0.steps.0.shape.nodes.0',
    ],
    ['a shape that is none', { openings: [opening({ kind: 'star' })] }, 'openings.0.steps.0.shape.kind'],
    [
      'a run through the bench',
      {
        runs: [{ id: 'r1', name: 'r', from: { x: 0, y: 0, z: -900 }, to: { x: 1, y: 1, z: 0 }, diameter: 6 }],
      },
      'runs.0.from.z',
    ],
    ['a neck of no joint', { neck: { ...plain.neck, joint: 'taped' } }, 'neck.joint'],
    ['too many parts', { parts: Array.from({ length: 201 }, (_, i) => ({ ...part, id: `p${i}` })) }, 'parts'],
  ])('%s', (_, change, where) => {
    const checked = checkDesign(raw(change));
    expect(checked.ok).toBe(false);
    if (!checked.ok) expect(checked.refusals[0]!.where).toBe(where);
  });
  it('and a plain one is kept', () => expect(designRefusals(plain)).toEqual([]));
});
