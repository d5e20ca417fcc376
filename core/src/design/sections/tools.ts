import { z } from 'zod';
import type { Limits } from '../limit.ts';
import { mm } from '../schemaParts.ts';
import { section } from '../section.ts';

export const MOST_TOOLS = 40;

export const TOOL_LIMITS = {
  'tools.diameter': { label: 'diameter', min: 1, max: 400, from: 'across the tool where it touches' },
} as const satisfies Limits;

/** A round tool for the edge; a straight block has no diameter. */
const toolSchema = () =>
  z.looseObject({
    id: z
      .string({ error: 'a tool needs an id' })
      .regex(/^[A-Za-z0-9_-]{1,24}$/, 'a tool’s id must be 1 to 24 letters and figures'),
    kind: z.enum(['spindle', 'bit', 'block'], { error: 'a tool is a “spindle”, a “bit” or a “block”' }),
    diameter: mm(TOOL_LIMITS['tools.diameter']).nullable(),
  });

/** Spindles, bits and sanding blocks that are owned. */
const toolsSchema = () =>
  z
    .array(toolSchema(), { error: 'the tools must be a list' })
    .max(MOST_TOOLS, `over ${MOST_TOOLS} tools cannot be kept: leave some out`);

export const toolsSection = /* @__PURE__ */ section({
  words: 'tools',
  schema: toolsSchema,
  plain: () => [],
});
