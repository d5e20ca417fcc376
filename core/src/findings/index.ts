export type { Finding, Rule, RuleLimit, Severity } from './finding.ts';
export { RULES } from './rules.ts';
export { acceptanceOf, findAll, limitOf } from './run.ts';
export { wordsOfFinding } from './words.ts';
