export { alikeTogether } from './alike.ts';
export type { Finding } from './finding.ts';
export { RULES } from './rules.ts';
export type { Looked } from './run.ts';
export { acceptanceOf, createFinder, findAll, limitOf } from './run.ts';
export { wordsOfFinding } from './words.ts';
