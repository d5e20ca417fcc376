import type { AcceptedFinding, Design } from '../design/schema.ts';
import type { Derived } from '../derived/derive.ts';
import type { FactName, Facts, Found, Rule, Severity } from '../design/rule.ts';
import type { Finding } from './finding.ts';
import { RULES } from './rules.ts';

/** The limit that holds for a rule: the user’s own, or the rule’s. */
export const limitOf = (design: Design, rule: Rule): number | null =>
  rule.limit && (design.findings.limits[rule.limit.name] ?? rule.limit.value);

/** A recommendation is missed by little up to this share of it, or up to this much but no more than half of it, mm (or what it is measured in). */
const LITTLE = { share: 0.2, mm: 1 } as const;

/**
 * How severe a hit is: a rule’s “stop” is a “look” where a recommended limit that its user may set is missed by little. Where nothing is left it
 * stays a stop.
 */
export function severityOf(rule: Rule, measured: number | null, limit: number | null): Severity {
  if (rule.severity !== 'stop' || !rule.limit || measured === null || limit === null || measured <= 0)
    return rule.severity;
  const little = Math.max(LITTLE.share * limit, Math.min(LITTLE.mm, limit / 2));
  return Math.abs(measured - limit) <= little ? 'look' : 'stop';
}

/** More findings of one rule than this are counted, not listed. */
export const MOST_LISTED = 50;

/** What is listed of a rule's findings: all, or the first ones (those that stop before the others) and how many more there are. */
function listed(rule: Rule, findings: readonly Finding[]): readonly Finding[] {
  if (findings.length <= MOST_LISTED) return findings;
  const worstFirst = [
    ...findings.filter((f) => f.severity === 'stop'),
    ...findings.filter((f) => f.severity !== 'stop'),
  ];
  const more = findings.length - MOST_LISTED;
  return [
    ...worstFirst.slice(0, MOST_LISTED),
    {
      rule: rule.id,
      severity: worstFirst[MOST_LISTED]!.severity,
      stage: rule.stage,
      where: null,
      measured: null,
      limit: null,
      unit: rule.unit,
      subject: `${more} more`,
      about: `${more} more`,
      mend: null,
      more,
    },
  ];
}

/** The facts that a rule reads, of a design and what follows from it. */
export function factsFor(rule: Rule, design: Design, derived: Derived): Facts {
  const facts: Partial<Record<FactName, unknown>> = {};
  for (const name of rule.reads)
    facts[name] = name in derived ? derived[name as keyof Derived] : design[name as keyof Design];
  return facts as unknown as Facts;
}

/** What the rules have to say of a design. */
export interface Looked {
  /** Worst first within each stage's order. */
  readonly findings: readonly Finding[];
  /** Rules that wait for a result that takes long: what they find is not known yet. */
  readonly checking: readonly Rule[];
}

/**
 * A way to look at designs that remembers: a rule whose facts and limit are the same objects as at its last look is not
 * asked again. One for each page; none is shared.
 */
export function createFinder(): (design: Design, derived: Derived) => Looked {
  const last = new Map<Rule, { readonly read: readonly unknown[]; readonly found: Found }>();
  const foundBy = (rule: Rule, design: Design, derived: Derived, limit: number): Found => {
    const facts = factsFor(rule, design, derived);
    const read = [limit, ...rule.reads.map((name) => facts[name])];
    const known = last.get(rule);
    if (known?.read.every((v, i) => v === read[i])) return known.found;
    const found = rule.find(facts, limit);
    last.set(rule, { read, found });
    return found;
  };
  return (design, derived) => {
    const checking: Rule[] = [];
    const findings = RULES.flatMap((rule) => {
      const limit = limitOf(design, rule);
      const found = foundBy(rule, design, derived, limit ?? 0);
      if (found === 'checking') {
        checking.push(rule);
        return [];
      }
      return listed(
        rule,
        found.map(({ subject, about, where, measured, limit: here, mend }): Finding => ({
          rule: rule.id,
          severity: severityOf(rule, measured, here ?? limit),
          stage: rule.stage,
          where,
          measured,
          limit: here ?? limit,
          unit: rule.unit,
          subject,
          about: about ?? subject,
          mend: mend ?? null,
        })),
      );
    });
    return { findings, checking };
  };
}

/** All that the rules find in a design, once. */
export const findAll = (design: Design, derived: Derived): readonly Finding[] =>
  createFinder()(design, derived).findings;

/** A measure may wander by this share, or by this much, before an accepted finding is a new one. */
const SAME = { share: 0.1, by: 0.1 } as const;

const sameMeasure = (a: number | null, b: number | null): boolean =>
  a === null || b === null ? a === b : Math.abs(a - b) <= Math.max(SAME.by, SAME.share * Math.abs(a));

/** The acceptance that covers a finding; null where it stands open, or has changed since it was accepted. */
export const acceptanceOf = (design: Design, finding: Finding): AcceptedFinding | null =>
  design.findings.accepted.find(
    (a) =>
      a.rule === finding.rule && a.subject === finding.subject && sameMeasure(a.measured, finding.measured),
  ) ?? null;
