/** Exit codes, told in docs/command-line.md. */
export const EXIT = { done: 0, refused: 1, usage: 2, file: 3, stop: 4 } as const;
export type Exit = (typeof EXIT)[keyof typeof EXIT];

/** What ends a command, with its words and exit code. */
export class Failure extends Error {
  constructor(
    readonly exit: Exit,
    message: string,
  ) {
    super(message);
  }
}
