import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { findAll } from '../findings/run.ts';
import { proposeRuns, runEnds, wireKey, withProposedRuns } from './proposeRuns.ts';
import { leastRunCover } from './rules/wires.ts';
import { drillNeed } from './runs.ts';
import { runCover, wayIn, wiringOf } from './wiring.ts';

const derive = createDeriver();
const DEMOS = ['windrow', 'skerry', 'fathom'] as const;
const unwired = (name: (typeof DEMOS)[number]): Design => ({ ...demo(name), runs: [] });
const proposedFor = (design: Design, only: readonly string[] | null = null) =>
  proposeRuns({
    layout: derive(design).layout,
    runs: design.runs,
    openings: design.openings,
    cover: leastRunCover(design),
    only,
  });
const nameIn = (design: Design) => (id: string) => design.openings.find((o) => o.id === id)?.name;

describe.each(DEMOS)('runs proposed for %s without any', (name) => {
  const bare = unwired(name);
  const proposed = proposedFor(bare);
  const wired = withProposedRuns(bare, proposed);
  const { layout } = derive(wired);
  it('lead every wire to the controls', () => {
    expect(proposed.every((p) => p.run !== null)).toBe(true);
    expect(wiringOf(derive(bare).layout, []).filter((w) => !w.reaches)).toHaveLength(proposed.length);
    expect(wiringOf(layout, wired.runs).every((w) => w.reaches)).toBe(true);
  });
  it('are such as a straight bit gets to, with wood round them, and bring no finding', () => {
    for (const run of wired.runs) {
      expect(wayIn(run, layout).clear).toBe(true);
      expect(runCover(run, layout).least ?? 3).toBeGreaterThanOrEqual(3);
      expect(drillNeed(run).length).toBeLessThan(200);
    }
    const rules = findAll(wired, derive(wired)).map((f) => f.rule);
    expect(rules.filter((r) => r.startsWith('run-') || r === 'wire-no-way')).toEqual([]);
  });
  it('are named by what they join, at both ends in an opening', () => {
    for (const run of wired.runs) {
      const { from, to } = runEnds(run, layout, nameIn(wired));
      expect(from).not.toBeNull();
      expect(to).not.toBeNull();
      expect(run.name.endsWith(` to ${to!}`)).toBe(true);
      expect(run.name.startsWith(from!)).toBe(true);
    }
  });
});

it('one is proposed for the wire that is named, and none where all are connected', () => {
  const bare = unwired('windrow');
  const bridge = bare.parts.find((p) => p.spec.kind === 'bridge-plate')!.id;
  const [ground, ...others] = proposedFor(bare, [wireKey(bridge, true)]);
  expect(others).toEqual([]);
  expect(ground).toMatchObject({ part: bridge, ground: true, run: { diameter: 3 } });
  expect(proposedFor(demo('windrow'))).toEqual([]);
});

it('no run is proposed through what is in the way, and a part that is gone meanwhile gets none', () => {
  const bare = unwired('windrow');
  // A bridge that asks for no ground hole has nowhere for a run to begin.
  const bridge = bare.parts.find((p) => p.spec.kind === 'bridge-plate')!.id;
  const noHole = edits.measurePart(bare, bridge, 'ground', 0);
  expect(proposedFor(noHole).find((p) => p.ground)!.run).toBeNull();
  const proposed = proposedFor(bare);
  const gone = edits.removeParts(
    bare,
    bare.parts.map((p) => p.id),
  );
  expect(withProposedRuns(gone, proposed)).toBe(gone);
  // More wood than there is round any way: nothing is proposed.
  const { layout } = derive(bare);
  const { runs, openings } = bare;
  expect(proposeRuns({ layout, runs, openings, cover: 25, only: null }).every((p) => p.run === null)).toBe(
    true,
  );
});

it('a switch in a cavity of its own is led from there to the others, not from its hole', () => {
  const toggle = (d: Design) => d.parts.find((p) => p.spec.kind === 'toggle')!;
  const bare = unwired('windrow');
  const aside = edits.changePart(bare, toggle(bare).id, { at: { x: 80, y: 85 } });
  const own = edits.addOpening(aside, {
    name: 'Switch cavity',
    face: 'back',
    at: { x: 80, y: 85 },
    turn: 0,
    steps: [edits.plainStep('cavity', { kind: 'circle', diameter: 44 }, 36)],
  }).design;
  const proposed = proposedFor(own, [wireKey(toggle(own).id, false)]);
  const wired = withProposedRuns(own, proposed);
  const { layout } = derive(wired);
  expect(runEnds(wired.runs[0]!, layout, nameIn(wired)).from).toBe('Switch cavity');
  expect(wiringOf(layout, wired.runs).find((w) => w.part.part.id === toggle(own).id)!.reaches).toBe(true);
});
