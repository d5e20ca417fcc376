import type { DisplayUnit, OpeningStep } from '@pelkin/core';
import { lengthWithUnit } from '@pelkin/core';

export const faceWords = (face: 'front' | 'back'): string =>
  face === 'front' ? 'from the front' : 'from the back';

/** A step's depth in words. */
export const stepWords = (step: OpeningStep, units: DisplayUnit): string =>
  `${step.name} ${step.through ? 'through' : step.depth === 0 ? 'no depth yet' : `${lengthWithUnit(step.depth, units)} deep`}`;
