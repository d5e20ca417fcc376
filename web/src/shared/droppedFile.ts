import type { FileKind } from '@pelkin/core';

/** Files of some kinds, dropped on the page, that a stage takes. */
export interface DroppedFile {
  readonly kinds: readonly FileKind[];
  /** Where the stage shows them, after its own address: “?desk=trace”. */
  readonly search: string;
  /** Takes the file once the stage is shown. Gives what is wrong with it, where the stage does not show that itself. */
  readonly take: (file: File) => Promise<string | null>;
}
