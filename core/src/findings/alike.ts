import type { Finding } from './finding.ts';

/** The thing that a finding is about, without which of its holes or screws: “p3-s2 edge” is of p3. */
const thingOf = (subject: string): string =>
  subject
    .replace(/-(?:s|c|w)\d+\b/g, '')
    .replace(/^screw \d+$/, 'screw')
    .replace(/-cover(?:-\d+)?\b/g, '-cover');

/** A measure as a list shows it: what rounds alike reads alike. */
const shown = (mm: number | null): string => (mm === null ? '' : mm.toFixed(2));

/**
 * Findings that read the same together: of one rule and one thing (a part, an opening, the neck), with the same measure and limit. In the order of
 * their first ones.
 */
export function alikeTogether(findings: readonly Finding[]): readonly (readonly Finding[])[] {
  const groups = new Map<string, Finding[]>();
  for (const finding of findings) {
    const { rule, subject, measured, limit } = finding;
    const key = [rule, thingOf(subject), shown(measured), shown(limit)].join('\u0000');
    const group = groups.get(key);
    if (group) group.push(finding);
    else groups.set(key, [finding]);
  }
  return [...groups.values()];
}
