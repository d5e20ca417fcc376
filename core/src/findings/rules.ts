import type { Rule } from '../design/rule.ts';
import { BALANCE_RULES } from '../balance/rules/index.ts';
import { NECK_RULES } from '../neck/rules/index.ts';
import { LAYOUT_RULES } from '../layout/rules/index.ts';
import { OUTLINE_RULES } from '../outline/rules/index.ts';
import { SHAPE_RULES } from '../shape/rules/index.ts';
import { STRING_RULES } from '../strings/rules/index.ts';
import { TEMPLATE_RULES } from '../templates/rules/index.ts';

/** Every rule, stage by stage in the order of the work: each stage keeps its own. */
export const RULES: readonly Rule[] = [
  ...STRING_RULES,
  ...OUTLINE_RULES,
  ...NECK_RULES,
  ...LAYOUT_RULES,
  ...SHAPE_RULES,
  ...BALANCE_RULES,
  ...TEMPLATE_RULES,
];
