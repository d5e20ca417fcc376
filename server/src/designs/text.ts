import type { Design } from '@pelkin/core';
import { byObject } from './byObject.ts';

const sectionText = byObject((section: object) => JSON.stringify(section));

/** A design as JSON text, the same as JSON.stringify gives; what a save did not touch is not written again. */
export const textOf = (design: Design): string =>
  `{${Object.entries(design)
    .filter(([, value]) => value !== undefined)
    .map(
      ([key, value]: [string, unknown]) =>
        `${JSON.stringify(key)}:${typeof value === 'object' && value !== null ? sectionText(value) : JSON.stringify(value)}`,
    )
    .join(',')}}`;
