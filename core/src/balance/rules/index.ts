import type { Rule } from '../../design/rule.ts';
import { HANGING_RULES } from './hanging.ts';
import { PLAYER_RULES } from './player.ts';

/** The rules of Balance, in the order that findings are listed. */
export const BALANCE_RULES: readonly Rule[] = [...HANGING_RULES, ...PLAYER_RULES];
