/** The core for pages and workers that read no documents: no schema comes with it. A folder's own part is `@pelkin/core/FOLDER`. */
export * from './units/index.ts';
export * from './geometry/index.ts';
export * from './drawing/index.ts';
export * from './design/index.ts';
export * from './strings/index.ts';
export * from './outline/index.ts';
export * from './parts/index.ts';
export * from './neck/index.ts';
export * from './layout/index.ts';
export * from './solid/index.ts';
export * from './shape/index.ts';
export * from './templates/index.ts';
export * from './derived/index.ts';
export * from './findings/index.ts';
export * from './files/index.ts';
export * from './files/in/index.ts';
