import { bodySection } from './body.ts';
import { drillSection } from './drill.ts';
import { findingsSection } from './findings.ts';
import { guardsSection } from './guards.ts';
import { handSection } from './hand.ts';
import { handednessSection, nameSection, unitsSection } from './head.ts';
import { headstockSection } from './headstock.ts';
import { linesSection } from './lines.ts';
import { neckSection } from './neck.ts';
import { openingsSection } from './openings.ts';
import { outlineSection } from './outline.ts';
import { partsSection } from './parts.ts';
import { playerSection } from './player.ts';
import { printSection } from './print.ts';
import { progressSection } from './progress.ts';
import { runsSection } from './runs.ts';
import { shaftSection } from './shaft.ts';
import { stringsSection } from './strings.ts';
import { toolsSection } from './tools.ts';
import { typedSection } from './typed.ts';
import { underlaysSection } from './underlays.ts';
import { weightSection } from './weight.ts';

/** Every section of the design, in the order of the document: the only list of them. */
export const SECTIONS = {
  name: nameSection,
  units: unitsSection,
  handedness: handednessSection,
  strings: stringsSection,
  outline: outlineSection,
  openings: openingsSection,
  underlays: underlaysSection,
  tools: toolsSection,
  hand: handSection,
  body: bodySection,
  parts: partsSection,
  runs: runsSection,
  guards: guardsSection,
  lines: linesSection,
  neck: neckSection,
  shaft: shaftSection,
  headstock: headstockSection,
  weight: weightSection,
  player: playerSection,
  drill: drillSection,
  print: printSection,
  findings: findingsSection,
  progress: progressSection,
  typed: typedSection,
} as const;

export type SectionKey = keyof typeof SECTIONS;
export const SECTION_KEYS = Object.keys(SECTIONS) as readonly SectionKey[];
