/** Raised by what was under way when it was stopped. */
export class Stopped extends Error {
  constructor() {
    super('It was stopped.');
  }
}
