import type { Box, Derived, Design, Drawing, Point, SeenFrom, Stage as StageKey } from '@pelkin/core';
import type { ComponentType, ReactNode } from 'react';
import type { BoardFrame } from '../board/BoardContext.ts';
import type { PlacedWords } from '../board/DrawingLayers.tsx';
import type { Field } from '../board/FieldCanvas.tsx';
import type { DroppedFile } from '../shared/droppedFile.ts';

/** What a reading of the bottom strip says of a design. */
export interface Read {
  /** The number itself, mm or a count; null when there is none. */
  readonly value: number | null;
  readonly shown: string;
  readonly unit: string;
  readonly note: string;
  /** Where it is on the board, instrument frame. */
  readonly place: Point | null;
}

/** One live reading of the bottom strip. */
export interface Reading {
  readonly key: string;
  readonly label: string;
  /** A count, not a length: how its changes are written. */
  readonly isCount?: boolean;
  /** How a change of another kind is written, without its sign; empty where it is too small to be told. */
  readonly by?: (size: number) => string;
  /** It is read of the design as it is now in more than one way: known once for each design at rest, not remembered here. */
  readonly ownMemory?: boolean;
  /** Too much work to follow a drag: it follows when the hand rests. */
  readonly rests?: boolean;
  /** It reads a result that takes long: it is read again with each of its steps. */
  readonly long?: boolean;
  readonly of: (design: Design, derived: Derived) => Read;
}

/** What a stage wants of the board at present. */
export interface OnBoard<Shows> {
  /** What is shown by the user's choice: handed to `draw`, and the same object while nothing of it changes. */
  readonly shows: Shows;
  /** A press sets a mark: the pointer says so, and nothing is dragged. */
  readonly marking?: boolean;
  readonly press?: (at: Point) => void;
  /** A picture under the drawing. */
  readonly under?: ReactNode;
  /** A map between the paper and all lines; the same object while nothing of it changes. */
  readonly field?: Field;
  /** What is shown in the board's place; the board's own lines and tools are then not drawn. */
  readonly instead?: ReactNode;
  /** Where its work lies while a part of it is at hand that lies elsewhere than the stage's `fitTo`; one function for each such part. */
  readonly fitTo?: Stage['fitTo'];
  /** The stage’s own words, where the part at hand has others than the stage’s `words`; one function for each such part. */
  readonly words?: Stage['words'];
  /** Room that the stage's own drawing takes under the body, mm. */
  readonly below?: number;
}

/**
 * A stage of the work: all that the application must know of it. The frame maps over the list of them (`all.ts`)
 * and imports none.
 */
export interface Stage<Shows = unknown> {
  readonly key: StageKey;
  readonly name: string;
  readonly about: string;
  /** What is drawn over the board and taken hold of there. */
  readonly Tools: ComponentType;
  /** What is decided, beside the board. */
  readonly Particulars: ComponentType;
  /** Where its work lies: what the board fits to; instrument frame, as the board shows it. */
  readonly fitTo: (design: Design, derived: Derived, from?: SeenFrom) => Box;
  /**
   * The lines the board shows, of what follows from the design as it is seen `from` a face. `whole` is false for a moment
   * after opening, before what is laid out was derived.
   */
  readonly draw: (design: Design, derived: Derived, shows: Shows, whole: boolean, from: SeenFrom) => Drawing;
  /** The stage's own words on the board, of what follows from the design as it is seen: the drawing's give way to them. */
  readonly words?: (derived: Derived, frame: BoardFrame) => readonly PlacedWords[];
  readonly useOnBoard: () => OnBoard<Shows>;
  /** One line about its present state, for the work order. */
  readonly summary: (design: Design, derived: Derived) => string;
  readonly keys: readonly (readonly [keys: string, does: string])[];
  readonly readings: readonly Reading[];
  /** Files that it takes when they are dropped on the page: by their kind, with the address within the design that shows them. */
  readonly takes?: readonly DroppedFile[];
  /** What is fetched only when it is first used: fetched ahead while nothing else is to be done. */
  readonly later: readonly (() => Promise<unknown>)[];
}

/** Lets a stage say what it shows in its own type. */
export const stageOf = <Shows>(stage: Stage<Shows>): Stage => stage as unknown as Stage;

/** Layers of the design's drawing that these names keep. */
export const layersOf = (drawing: Drawing, keep: (name: Drawing['layers'][number]['name']) => boolean) =>
  drawing.layers.filter(({ name }) => keep(name));
