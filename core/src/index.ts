/** The whole core. */
export * from './plain.ts';
export * from './reading.ts';
