import type { ColumnType, Generated } from 'kysely';

type Timestamp = ColumnType<Date, Date | undefined, Date>;
/** A JSON document: read parsed, written as text so that arrays and objects alike are taken as JSON. */
type Json = ColumnType<unknown, string, string>;

export interface WorkshopTable {
  id: string;
  name: string;
  created_at: Timestamp;
}

export interface DesignTable {
  id: string;
  workshop_id: string;
  name: string;
  /** Counts the saves: 1 when made, one more with each. */
  revision: Generated<number>;
  document: Json;
  /** The save that made this state: a later one names it, and a repeated request is known again by it. */
  save_id: string;
  archived_at: ColumnType<Date | null, Date | null, Date | null>;
  created_at: Timestamp;
  updated_at: Timestamp;
  /** What the list shows, from the document as it was last kept; null where this version cannot read it. */
  search_name: string;
  strings: number | null;
  scale_length: number | null;
  units: string | null;
  picture_path: string | null;
  picture_box: string | null;
  picture_lines: string | null;
}

export interface RevisionTable {
  workshop_id: string;
  design_id: string;
  /** Counts what was frozen of a design: 1, 2, 3 … (one frozen by an earlier version has the number of its save). */
  number: number;
  /** The save whose state it is; null of what an earlier version froze. */
  save_id: ColumnType<string | null, string, string>;
  name: string;
  document: Json;
  created_at: Timestamp;
}

/** A state that was kept by itself; one of each save at most. */
export interface RestorePointTable {
  id: Generated<string>;
  workshop_id: string;
  design_id: string;
  save_id: string;
  /** The stage that was marked done with it; null for the last state of a day. */
  stage: string | null;
  /** When the state was saved. */
  saved_at: ColumnType<Date, Date, never>;
  document: Json;
}

export interface SeedTable {
  workshop_id: string;
  name: string;
  created_at: Timestamp;
}

export interface PictureTable {
  id: string;
  workshop_id: string;
  mime: string;
  width: number;
  height: number;
  bytes: Buffer;
  created_at: Timestamp;
}

/** A part of the workshop’s own, by its name. */
export interface OwnPartTable {
  id: string;
  workshop_id: string;
  name: string;
  document: Json;
  created_at: Timestamp;
  updated_at: Timestamp;
}

/** Names the database's history: its one row is not in backups, so that a restored database begins another. */
export interface LineageTable {
  id: Generated<string>;
  begun_at: Generated<Date>;
  only: Generated<boolean>;
}

export interface Database {
  lineage: LineageTable;
  own_part: OwnPartTable;
  picture: PictureTable;
  workshop: WorkshopTable;
  design: DesignTable;
  revision: RevisionTable;
  restore_point: RestorePointTable;
  seed: SeedTable;
}
