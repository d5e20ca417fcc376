import type { Mend } from '../design/mend.ts';
import type { FindingUnit, Severity } from '../design/rule.ts';
import type { Stage } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';

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
  /** What mends it, where the distance is known; null where it is not. */
  readonly mend: Mend | null;
  /** Stands for so many more of its rule that are not listed; absent from a finding of its own. */
  readonly more?: number;
}
