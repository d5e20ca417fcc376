/** What a length or count of the design may be, what it is called, and what it is measured from. */
export interface Limit {
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly from: string;
}

/** Limits by the path of their number. */
export type Limits = Readonly<Record<string, Limit>>;

/** A length kept within its limits, in tenths of a mm. */
export const within = ({ min, max }: Limit, mm: number): number =>
  Math.min(max, Math.max(min, Number(mm.toFixed(1))));
