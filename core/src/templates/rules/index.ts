import type { Rule } from '../../design/rule.ts';
import { correctionOver } from './correctionOver.ts';
import { sheetOver } from './sheetOver.ts';

/** The rules of Templates, in the order that findings are listed. */
export const TEMPLATE_RULES: readonly Rule[] = [sheetOver, correctionOver];
