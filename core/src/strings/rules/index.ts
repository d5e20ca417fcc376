import type { Rule } from '../../design/rule.ts';
import { stringEdge } from './stringEdge.ts';

/** The rules of Strings, in the order that findings are listed. */
export const STRING_RULES: readonly Rule[] = [stringEdge];
