import type { Design, Stage } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import type { Derived } from '../derived/derive.ts';

/** “stop”: what is cut would be wrong; “look”: it may be meant. */
export type Severity = 'stop' | 'look';
export type FindingUnit = 'mm' | '%' | 'sheets' | 'frets' | '';

/** What a check found, as data: its words are rendered in words.ts. */
export interface Finding {
  readonly rule: string;
  readonly severity: Severity;
  readonly stage: Stage;
  /** Place in the instrument frame; null where there is no one place. */
  readonly where: Point | null;
  readonly measured: number | null;
  readonly limit: number | null;
  readonly unit: FindingUnit;
  /** What it is about, stable from one look to the next: a node’s id, a side, an axis. */
  readonly subject: string;
  /** The same in words, for whoever reads it. */
  readonly about: string;
}

/** What one rule gives of one place; the rest of a finding is the rule’s own. */
export interface Hit {
  readonly subject: string;
  /** The subject in words, where its id is none. */
  readonly about?: string;
  readonly where: Point | null;
  readonly measured: number | null;
}

/** The limit of a rule, which its user may set. */
export interface RuleLimit {
  readonly name: string;
  readonly label: string;
  readonly value: number;
  readonly unit: 'mm' | '%' | 'sheets' | 'frets';
  readonly min: number;
  readonly max: number;
}

export interface RuleContext {
  readonly design: Design;
  readonly derived: Derived;
}

/** Numbers of a finding as they are shown. */
export interface Figures {
  readonly measured: string;
  readonly limit: string;
  readonly subject: string;
}

/** A rule is data: what it is about, how it looks, how it speaks. */
export interface Rule {
  readonly id: string;
  readonly stage: Stage;
  readonly severity: Severity;
  readonly unit: FindingUnit;
  readonly limit: RuleLimit | null;
  /** What was found, in a few words. */
  readonly title: string;
  readonly says: (figures: Figures) => string;
  readonly remedy: string;
  /** What it reads, where that is less than all: while each is the same as before, so is what it finds. */
  readonly reads?: (context: RuleContext) => readonly unknown[];
  /** `limit` is the user’s or the rule’s own; 0 for a rule without one. */
  readonly find: (context: RuleContext, limit: number) => readonly Hit[];
}
