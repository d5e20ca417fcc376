import { z } from 'zod';
import { designShape } from '../design/schema.ts';

/**
 * The shape of a design file as JSON Schema (draft 2020-12), for other programs to check by. The rules that
 * tie numbers together, and the least and most of each, are Pelkin's own to check.
 */
export const designJsonSchema = (): unknown =>
  z.toJSONSchema(designShape, { io: 'input', unrepresentable: 'any' });
