/** Why a design cannot be kept: a path into it, and words for its maker. */
export interface Refusal {
  readonly where: string;
  readonly message: string;
}

/** An issue's own words; where the schema has none, what is missing or of the wrong kind. */
export const wordsOfIssue = (issue: {
  readonly code?: string;
  readonly message: string;
  readonly input?: unknown;
  readonly expected?: unknown;
}): string =>
  /^Invalid|^Unrecognized|^Too/.test(issue.message)
    ? `this is missing or is not ${typeof issue.expected === 'string' ? `a JSON ${issue.expected}` : 'what a design has here'}`
    : issue.message;
