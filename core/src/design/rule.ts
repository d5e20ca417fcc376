import type { Point } from '../geometry/point.ts';
import type { Mend } from './mend.ts';
import type { Design, Stage } from './schema.ts';
import type { SectionKey } from './sections/all.ts';

/** “stop”: what is cut would be wrong; “look”: it may be meant. */
export type Severity = 'stop' | 'look';
export type FindingUnit = 'mm' | '°' | '%' | 'sheets' | 'frets' | 'N' | 'g' | '';

/** What one rule gives of one place; the rest of a finding is the rule’s own. */
export interface Hit {
  readonly subject: string;
  /** The subject in words, where its id is none. */
  readonly about?: string;
  readonly where: Point | null;
  readonly measured: number | null;
  /** The limit that holds at this very place, where it is not the rule's own. */
  readonly limit?: number;
  /** What mends it, where the distance is known. */
  readonly mend?: Mend | null;
}

/** The limit of a rule, which its user may set. */
export interface RuleLimit {
  readonly name: string;
  readonly label: string;
  readonly value: number;
  readonly unit: Exclude<FindingUnit, ''>;
  readonly min: number;
  readonly max: number;
}

/** Numbers of a finding as they are shown. */
export interface Figures {
  readonly measured: string;
  readonly limit: string;
  readonly subject: string;
}

type SectionFacts = { readonly [K in SectionKey]: Design[K] };

/**
 * What rules can read, by name: the sections of the design, and what follows from them. Each stage adds what it derives
 * in its own `facts.ts`, by declaration merging; `derived/` gives them all.
 */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type
export interface Facts extends SectionFacts {}
export type FactName = keyof Facts;

/** What a rule finds; 'checking' while a result that it reads is not there yet. */
export type Found = readonly Hit[] | 'checking';

interface RuleAbout {
  readonly id: string;
  readonly stage: Stage;
  readonly severity: Severity;
  readonly unit: FindingUnit;
  readonly limit: RuleLimit | null;
  /** What was found, in a few words. */
  readonly title: string;
  readonly says: (figures: Figures) => string;
  readonly remedy: string;
}

/** A rule is data: what it is about, what it reads, how it looks, how it speaks. */
export interface Rule extends RuleAbout {
  /** The facts it reads: while each is the same as before, so is what it finds. */
  readonly reads: readonly FactName[];
  /** `limit` is the user’s or the rule’s own; 0 for a rule without one. */
  readonly find: (facts: Facts, limit: number) => Found;
}

/** A rule whose `reads`, said once, give the types of what it is handed: it can look at nothing else. */
export const rule = <const R extends FactName>(
  made: RuleAbout & {
    readonly reads: readonly R[];
    readonly find: (facts: Pick<Facts, R>, limit: number) => Found;
  },
): Rule => made as Rule;
