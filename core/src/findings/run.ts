import type { AcceptedFinding, Design } from '../design/schema.ts';
import type { Derived } from '../derived/derive.ts';
import type { Finding, Hit, Rule, RuleContext } from './finding.ts';
import { RULES } from './rules.ts';

/** The limit that holds for a rule: the user’s own, or the rule’s. */
export const limitOf = (design: Design, rule: Rule): number | null =>
  rule.limit && (design.findings.limits[rule.limit.name] ?? rule.limit.value);

const LAST = new WeakMap<Rule, { readonly read: readonly unknown[]; readonly hits: readonly Hit[] }>();

/** What a rule finds: as before, while nothing that it reads has changed. */
function hitsOf(rule: Rule, context: RuleContext, limit: number): readonly Hit[] {
  if (!rule.reads) return rule.find(context, limit);
  const read = [limit, ...rule.reads(context)];
  const last = LAST.get(rule);
  if (last?.read.every((v, i) => v === read[i])) return last.hits;
  const hits = rule.find(context, limit);
  LAST.set(rule, { read, hits });
  return hits;
}

/** All that the rules find in a design, worst first within each stage’s order. */
export function findAll(design: Design, derived: Derived): readonly Finding[] {
  return RULES.flatMap((rule) => {
    const limit = limitOf(design, rule);
    return hitsOf(rule, { design, derived }, limit ?? 0).map(
      ({ subject, about, where, measured }): Finding => ({
        rule: rule.id,
        severity: rule.severity,
        stage: rule.stage,
        where,
        measured,
        limit,
        unit: rule.unit,
        subject,
        about: about ?? subject,
      }),
    );
  });
}

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
