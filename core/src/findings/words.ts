import type { FindingUnit } from '../design/rule.ts';
import type { Finding } from './finding.ts';
import type { DisplayUnit } from '../units/length.ts';
import { lengthWithUnit } from '../units/length.ts';
import { RULES } from './rules.ts';
import { MOST_LISTED } from './run.ts';

/** A finding in words: what, in a sentence with its numbers, and what mends it. */
export interface FindingWords {
  readonly title: string;
  readonly says: string;
  readonly remedy: string;
}

const figure = (value: number | null, unit: FindingUnit, display: DisplayUnit): string => {
  if (value === null) return 'no measured value';
  if (unit === 'mm') return lengthWithUnit(value, display, value !== 0 && Math.abs(value) < 10 ? 2 : 1);
  if (unit === '%') return `${value.toFixed(1)} %`;
  if (unit === '°') return `${value.toFixed(1)}°`;
  if (unit === 'N') return `${value.toFixed(1)} N`;
  if (unit === 'g') return `${(value / 1000).toFixed(2)} kg`;
  if (unit === 'sheets') return `${value} ${value === 1 ? 'sheet' : 'sheets'}`;
  return unit === 'frets' ? `${value} ${value === 1 ? 'fret' : 'frets'}` : String(value);
};

/** With a capital at its beginning: what it is about may be a name in small letters. */
const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** What a rule says of figures of zero or less, in brackets: “(below zero: it is out)”. */
const BELOW_ZERO = / \((?:below )?zero: [^)]*\)/;

/** The one place where findings get their words; lengths in the unit that the design shows. */
export function wordsOfFinding(finding: Finding, display: DisplayUnit): FindingWords {
  const rule = RULES.find((r) => r.id === finding.rule)!;
  if (finding.more !== undefined)
    return {
      title: rule.title,
      says: `${finding.more} more of this kind were found, ${finding.more + MOST_LISTED} in all. They are listed when the first ${MOST_LISTED} are mended.`,
      remedy: rule.remedy,
    };
  const says = rule.says({
    measured: figure(finding.measured, finding.unit, display),
    limit: figure(finding.limit, rule.limit?.unit ?? finding.unit, display),
    subject: finding.about,
  });
  const isOver = finding.measured !== null && finding.measured > 0;
  return {
    title: rule.title,
    // What a figure below zero means is told where there is one.
    says: sentence(isOver ? says.replace(BELOW_ZERO, '') : says),
    remedy: rule.remedy,
  };
}
