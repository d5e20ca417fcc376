import { readFileSync } from 'node:fs';
import { checkDesign } from '../src/design/check.ts';
import type { Design, OutlineNode } from '../src/design/schema.ts';
import type { Hit, Rule } from '../src/design/rule.ts';
import { factsFor, limitOf } from '../src/findings/run.ts';
import { createDeriver } from '../src/derived/derive.ts';

/** A demo design as it ships. */
export function demo(name: 'windrow' | 'skerry' | 'fathom'): Design {
  const checked = checkDesign(
    JSON.parse(readFileSync(new URL(`../../demo/${name}.json`, import.meta.url), 'utf8')),
  );
  if (!checked.ok) throw new Error(`${name}: ${checked.refusals[0]!.message}`);
  return checked.design;
}

const POINTED = JSON.parse(readFileSync(new URL('designs/pointed.json', import.meta.url), 'utf8')) as {
  readonly outlines: Readonly<Record<string, readonly (readonly [number, number, OutlineNode['kind']])[]>>;
};

/** A demo design with a body of pointed horns and sharp tails: for what has to do with corners. */
export function pointed(name: 'windrow' | 'skerry' | 'fathom'): Design {
  const nodes = POINTED.outlines[name]!.map(([x, y, kind], i): OutlineNode => ({
    id: `n${i + 1}`,
    x,
    y,
    kind,
  }));
  return { ...demo(name), outline: { nodes, mirror: [] } };
}

/** What a rule finds in a design, under the design's own limits. */
export function hits(rule: Rule, design: Design): readonly Hit[] {
  const found = rule.find(factsFor(rule, design, createDeriver()(design)), limitOf(design, rule) ?? 0);
  if (found === 'checking') throw new Error(`${rule.id} waits for a result`);
  return found;
}

/** A design with some of its nodes changed; mirror links are cut. */
export const withNodes = (
  design: Design,
  change: (node: OutlineNode, index: number) => OutlineNode,
): Design => ({
  ...design,
  outline: { ...design.outline, mirror: [], nodes: design.outline.nodes.map(change) },
});

/** A body of plain corners. */
export const cornered = (design: Design, places: readonly (readonly [number, number])[]): Design => ({
  ...design,
  outline: {
    ...design.outline,
    mirror: [],
    nodes: places.map(([x, y], i): OutlineNode => ({ id: `n${i + 1}`, x, y, kind: 'corner' })),
  },
});

/** The design with a limit of the user's own. */
export const limited = (design: Design, name: string, value: number): Design => ({
  ...design,
  findings: { ...design.findings, limits: { ...design.findings.limits, [name]: value } },
});
