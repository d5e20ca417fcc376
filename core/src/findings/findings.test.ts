import { describe, expect, it, vi } from 'vitest';
import { demo, limited, withNodes } from '../../tests/findings.ts';
import { acceptFinding, questionFinding, setLimit, setName } from '../design/edits.ts';
import type { Hit } from '../design/rule.ts';
import { rule } from '../design/rule.ts';
import { createDeriver } from '../derived/derive.ts';
import { RULES } from './rules.ts';
import { acceptanceOf, createFinder, factsFor, findAll } from './run.ts';
import { wordsOfFinding } from './words.ts';

const found = (design: ReturnType<typeof demo>) => findAll(design, createDeriver()(design));
/** A body much too short behind the bridge, and a bit too large for its hollows. */
const faulty = limited(
  withNodes(demo('windrow'), (n) => ({ ...n, x: n.x + 156 })),
  'smallestBit',
  40,
);

describe('the registry', () => {
  it('has each rule once, each limit under a name of its own', () => {
    expect(new Set(RULES.map((r) => r.id)).size).toBe(RULES.length);
    const names = RULES.flatMap((r) => (r.limit ? [r.limit.name] : []));
    expect(new Set(names).size).toBe(names.length);
    for (const { limit } of RULES)
      if (limit) {
        expect(limit.value).toBeGreaterThanOrEqual(limit.min);
        expect(limit.value).toBeLessThanOrEqual(limit.max);
      }
  });
  it.each(['windrow', 'skerry', 'fathom'] as const)('finds nothing open in %s', (name) =>
    expect(found(demo(name)).filter((f) => acceptanceOf(demo(name), f) === null)).toEqual([]),
  );
  it('gives findings as data with their place, number, limit and unit', () => {
    const tail = found(faulty).find((f) => f.rule === 'tail-off-body')!;
    expect(tail).toMatchObject({
      severity: 'stop',
      stage: 'outline',
      limit: 25,
      unit: 'mm',
      subject: 'tail',
    });
    expect(tail.measured).toBeCloseTo(170.583 - 156, 2);
    expect(JSON.parse(JSON.stringify(tail))).toEqual(tail);
  });
});

describe('a rule', () => {
  const stands = (measured: number): Hit => ({ subject: 'x', where: null, measured });
  const about = {
    id: 'probe',
    stage: 'layout',
    severity: 'look',
    unit: 'mm',
    limit: null,
    title: '',
    says: () => '',
    remedy: '',
  } as const;
  it('is handed what it reads and nothing else', () => {
    const design = demo('windrow');
    const probe = rule({ ...about, reads: ['body', 'walls'], find: ({ walls }) => [stands(walls.length)] });
    const derived = createDeriver()(design);
    const facts = factsFor(probe, design, derived);
    expect(Object.keys(facts)).toEqual(['body', 'walls']);
    expect(facts.walls).toBe(derived.walls);
    expect(facts.body).toBe(design.body);
    expect(probe.find(facts, 0)).toEqual([stands(derived.walls.length)]);
  });
  it('that reads nothing new gives what it gave', () => {
    const [find, derive] = [createFinder(), createDeriver()];
    const design = demo('fathom');
    const renamed = setName(design, 'Another');
    const first = find(design, derive(design));
    // Sheets are planned again for any change: a name stands on them.
    const asked = RULES.filter((r) => !r.reads.includes('plan')).map((r) => vi.spyOn(r, 'find'));
    expect(find(renamed, derive(renamed))).toEqual(first);
    expect(asked.every((a) => a.mock.calls.length === 0)).toBe(true);
    find(setLimit(design, 'wall', 24), derive(design));
    expect(asked.filter((a) => a.mock.calls.length > 0)).toHaveLength(1);
    vi.restoreAllMocks();
  });
});

describe('words', () => {
  it('say what, with the numbers in the design’s unit, and what mends it', () => {
    for (const finding of found(faulty))
      for (const unit of ['mm', 'in', 'in-fraction'] as const) {
        const { title, says, remedy } = wordsOfFinding(finding, unit);
        for (const text of [title, says, remedy]) expect(text).not.toMatch(/undefined|NaN|null|\[object/);
        if (finding.unit === 'mm' && finding.measured) expect(says).toContain(unit === 'mm' ? ' mm' : ' in');
      }
  });
});

describe('acceptance', () => {
  const [first] = found(faulty);
  const accept = (measured: number | null) =>
    acceptFinding(faulty, { rule: first!.rule, subject: first!.subject, measured, reason: 'meant so' });
  it('covers its finding, and goes when it is questioned again', () => {
    const accepted = accept(first!.measured);
    expect(acceptanceOf(accepted, first!)?.reason).toBe('meant so');
    expect(acceptanceOf(questionFinding(accepted, first!.rule, first!.subject), first!)).toBeNull();
    expect(accept(first!.measured).findings.accepted).toHaveLength(1);
  });
  it('does not cover a finding that has grown since', () =>
    expect(acceptanceOf(accept(first!.measured! - 5), first!)).toBeNull());
  it('leaves other places alone', () =>
    expect(acceptanceOf(accept(first!.measured), { ...first!, subject: 'elsewhere' })).toBeNull());
});

describe('limits', () => {
  it('are the user’s own, and the rule’s again when taken off', () => {
    const own = setLimit(demo('windrow'), 'mostSheets', 2);
    expect(found(own).map((f) => [f.rule, f.limit])).toEqual([['sheet-over-paper', 2]]);
    expect(found(setLimit(own, 'mostSheets', null))).toEqual([]);
  });
});
