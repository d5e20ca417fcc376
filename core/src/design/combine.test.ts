import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../tests/random.ts';
import { checkDesign, designRefusals } from './check.ts';
import { clashWords, combineDesigns, settleClashes } from './combine.ts';
import * as edits from './allEdits.ts';
import type { Design } from './schema.ts';
import { sameJson } from './sameJson.ts';

const demo = (name: string): Design => {
  const text = readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8');
  const read = checkDesign(JSON.parse(text));
  if (!read.ok) throw new Error(`${name} cannot be read`);
  return read.design;
};
const DEMOS = ['windrow', 'skerry', 'fathom'].map(demo);
const windrow = DEMOS[0]!;

/** A thing of a design that can be changed without touching the others, by a number from 0 to 1. */
type Thing = (design: Design, r: number) => Design;
const nudged = (r: number): { x: number; y: number } => ({ x: 0.5 + Math.round(r * 50) / 10, y: 0.7 });

function thingsOf(base: Design): readonly Thing[] {
  const linked = new Map(base.outline.mirror.flatMap(([a, b]) => [[a, b] as const, [b, a] as const]));
  // A node and its mirror image are one thing: only the first of the two is moved.
  const nodes = base.outline.nodes.filter(({ id }) => !linked.has(id) || id <= linked.get(id)!);
  const stations = base.shaft.stations.map(
    (_, i): Thing =>
      (d, r) =>
        edits.changeStation(d, i, { bass: 1.6 + r }),
  );
  return [
    (d, r) => edits.setName(d, `Renamed ${r}`),
    (d, r) => edits.editStrings(d, { nutWidth: 40 + Math.round(r * 40) / 10 }),
    (d, r) =>
      edits.rememberTyped(
        edits.editStrings(d, { boardEnd: 5 + Math.round(r * 9) / 4 }),
        'strings.boardEnd',
        `${r} in`,
      ),
    (d, r) => edits.setThickness(d, 38 + Math.round(r * 40) / 10),
    (d, r) => edits.editPlayer(d, { chest: 200 + Math.round(r * 50) }),
    (d, r) => edits.editPrint(d, { overlap: 8 + Math.round(r * 50) / 10 }),
    (d, r) => edits.setNeck(d, { heel: 22 + Math.round(r * 40) / 10 }),
    (d, r) => edits.setHand(d, { ...d.hand, reach: 80 + Math.round(r * 20) }),
    (d, r) => ({
      ...d,
      findings: { ...d.findings, limits: { ...d.findings.limits, wall: 5 + Math.round(r * 9) } },
    }),
    (d, r) => edits.editHeadstock(d, { tilt: 5 + Math.round(r * 9) }),
    ...stations,
    ...base.body.contours.map(
      (c): Thing =>
        (d, r) =>
          edits.changeContour(d, c.id, { soft: 10 + Math.round(r * 9) }),
    ),
    ...base.headstock.tuners.map(
      (t): Thing =>
        (d, r) =>
          edits.changeTuner(d, t.id, { turn: 1 + Math.round(r * 90) }),
    ),
    ...base.parts.flatMap((p): Thing[] => [
      (d, r) => edits.moveParts(d, [p.id], nudged(r)),
      (d, r) => edits.changePart(d, p.id, { turn: 1 + Math.round(r * 80) }),
    ]),
    ...base.openings.map(
      (o): Thing =>
        (d, r) =>
          edits.changeOpening(d, o.id, { turn: 1 + Math.round(r * 80) }),
    ),
    ...base.runs.map(
      (run): Thing =>
        (d, r) =>
          edits.changeRun(d, run.id, { diameter: 4 + Math.round(r * 20) / 10 }),
    ),
    ...nodes.map((n): Thing => (d, r) => {
      const { x, y } = d.outline.nodes.find((m) => m.id === n.id)!;
      return edits.moveNode(d, n.id, { x: x + nudged(r).x, y: y === 0 ? 0 : y + 0.7 });
    }),
    (d, r) => edits.addPart(d, base.parts[0]!.spec, 'front', { x: r * 90, y: 3 }).design,
    (d, r) =>
      edits.addRun(d, {
        name: 'Another',
        diameter: 5,
        from: { x: r * 90, y: 1, z: -9 },
        to: { x: 5, y: 5, z: -9 },
      }).design,
    ...base.body.contours.slice(0, 1).map(
      (c): Thing =>
        (d, r) =>
          edits.addContour(d, { ...edits.mirroredContour(c), soft: 5 + r }).design,
    ),
  ];
}
/** What a person did: a list of changes to things. */
type History = readonly (readonly [Thing, number])[];
const after = (base: Design, history: History): Design =>
  history.reduce((d, [thing, r]) => thing(d, r), base);
const seeds = fc.integer({ min: 1, max: 2 ** 30 });
function historiesOf(seed: number): {
  readonly base: Design;
  readonly mine: History;
  readonly theirs: History;
} {
  const random = randomFrom(seed);
  const base = DEMOS[Math.floor(random() * DEMOS.length)]!;
  const things = thingsOf(base);
  const whose = things.map(() => random());
  const pick = (from: number, to: number): History =>
    Array.from({ length: 1 + Math.floor(random() * 12) }, () => {
      const own = things.filter((_, i) => whose[i]! >= from && whose[i]! < to);
      return [own[Math.floor(random() * own.length)]!, random()] as const;
    });
  return { base, mine: pick(0, 0.5), theirs: pick(0.5, 1) };
}
/** True if more differs than the words that lengths were typed in and the marks of the work order. */
const isChanged = (a: Design, b: Design): boolean =>
  !sameJson({ ...a, typed: {}, progress: {} }, { ...b, typed: {}, progress: {} });
/** Returns a deep copy, as a state from the server is: equal, with no object shared. */
const apart = (design: Design): Design => structuredClone(design) as Design;

describe('two states made from one', () => {
  it('are put together in either order, as if one had come after the other, when different things were changed', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { base, mine, theirs } = historiesOf(seed);
        const [a, b] = [after(base, mine), after(base, theirs)];
        const there = combineDesigns(base, a, apart(b));
        const back = combineDesigns(base, b, apart(a));
        expect(there.clashes).toEqual([]);
        expect(back.clashes).toEqual([]);
        expect(sameJson(there.design, back.design)).toBe(true);
        expect(sameJson(there.design, after(a, theirs))).toBe(true);
        if (seed % 10 === 0) expect(designRefusals(there.design)).toEqual([]);
      }),
      { numRuns: 1_000, interruptAfterTimeLimit: 110_000 },
    );
  }, 120_000);

  it('never lose a side silently when the same thing was changed', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { base, mine } = historiesOf(seed);
        const [thing, r] = mine[0]!;
        const [a, b] = [thing(base, r), thing(base, (r + 0.37) % 1)];
        const { design, clashes } = combineDesigns(base, a, apart(b));
        const isBoth = design.parts.length + design.runs.length + design.body.contours.length;
        const before = base.parts.length + base.runs.length + base.body.contours.length;
        // An addition by both gives two things; any other change by both is a clash, which settles to either side.
        if (isBoth > before) expect([isBoth, clashes.length]).toEqual([before + 2, 0]);
        else if (isChanged(a, b) && isChanged(base, a) && isChanged(base, b)) {
          expect(clashes.length).toBeGreaterThan(0);
          expect(sameJson(design, a)).toBe(true);
          expect(
            sameJson(settleClashes(design, clashes), {
              ...b,
              typed: design.typed,
              progress: design.progress,
            }),
          ).toBe(true);
          for (const clash of clashes) expect(clashWords(clash, design)).not.toMatch(/undefined|object/);
        }
      }),
      { numRuns: 300 },
    );
  }, 60_000);

  it('keep what is the same, and the same objects', () => {
    const a = edits.setName(windrow, 'Here');
    const { design } = combineDesigns(windrow, a, apart(edits.setThickness(windrow, 41)));
    expect(design.outline).toBe(windrow.outline);
    expect(design.parts).toBe(windrow.parts);
    expect([design.name, design.body.thickness]).toEqual(['Here', 41]);
    expect(combineDesigns(windrow, a, apart(windrow)).design).toBe(a);
  });

  it('that both added something under one id keep both, with what refers to them', () => {
    const spec = windrow.parts[0]!.spec;
    const a = edits.addPart(windrow, spec, 'front', { x: 1, y: 1 });
    const b = edits.addPart(windrow, spec, 'front', { x: 90, y: 9 });
    expect(a.id).toBe(b.id);
    const mine = edits.editPrint(a.design, { without: [a.id] });
    const { design, clashes } = combineDesigns(windrow, mine, apart(b.design));
    expect(clashes).toEqual([]);
    const added = design.parts.slice(windrow.parts.length);
    expect(added.map((p) => p.at.x).sort((p, q) => p - q)).toEqual([1, 90]);
    const own = added.find((p) => p.at.x === 1)!;
    expect(design.print.without).toEqual([own.id]);
    expect(own.id).not.toBe(b.id);
  });

  it('that both made a group keep two groups', () => {
    const [p, q, r, s] = windrow.parts.map((part) => part.id);
    const a = edits.groupParts(windrow, [p!, q!], true);
    const b = edits.groupParts(windrow, [r!, s!], true);
    const { design, clashes } = combineDesigns(windrow, a, apart(b));
    expect(clashes).toEqual([]);
    const groups = [p, q, r, s].map((id) => design.parts.find((part) => part.id === id)!.group);
    expect(groups[0]).toBe(groups[1]);
    expect(groups[2]).toBe(groups[3]);
    expect(groups[0]).not.toBe(groups[2]);
  });

  it('that took something out and changed it ask', () => {
    const { id } = windrow.parts[3]!;
    const a = edits.removeParts(windrow, [id]);
    const b = edits.changePart(windrow, id, { turn: 33 });
    const { design, clashes } = combineDesigns(windrow, a, apart(b));
    expect(clashes.map((c) => c.path)).toEqual([['parts', id]]);
    expect(clashWords(clashes[0]!, design)).toMatch(/removed here/);
    expect(settleClashes(design, clashes).parts.find((p) => p.id === id)!.turn).toBe(33);
    const back = combineDesigns(windrow, b, apart(a));
    expect(settleClashes(back.design, back.clashes).parts.some((p) => p.id === id)).toBe(false);
  });

  it('that each put a node between the same two ask about the line', () => {
    const [n] = windrow.outline.nodes;
    const a = edits.addNode(windrow, 0, { x: n!.x - 3, y: n!.y + 9 }).design;
    const b = edits.addNode(windrow, 0, { x: n!.x - 5, y: n!.y + 5 }).design;
    expect(combineDesigns(windrow, a, apart(b)).clashes.map((c) => c.path)).toEqual([['outline', 'nodes']]);
  });

  it('a node put in by one and one moved by the other are both there, in their order', () => {
    const { design: a, id } = edits.addNode(windrow, 5, { x: 30, y: 99 });
    const moved = windrow.outline.nodes[12]!;
    const b = edits.moveNode(windrow, moved.id, { x: moved.x + 2, y: moved.y });
    const { design, clashes } = combineDesigns(windrow, b, apart(a));
    expect(clashes).toEqual([]);
    expect(design.outline.nodes.map((n) => n.id)).toEqual(a.outline.nodes.map((n) => n.id));
    expect(design.outline.nodes.some((n) => n.id === id)).toBe(true);
    expect(design.outline.nodes.find((n) => n.id === moved.id)!.x).toBeCloseTo(moved.x + 2, 9);
  });
});
