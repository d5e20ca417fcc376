import type { Stage } from '@pelkin/core';

/** What each stage is called, and what it is about, in makers' words. */
export const STAGE_WORDS: Readonly<Record<Stage, { readonly name: string; readonly about: string }>> = {
  strings: { name: 'Strings', about: 'Scale, spread and frets: all else follows' },
  outline: { name: 'Outline', about: 'Fair the edge, judge it, measure it' },
  layout: { name: 'Layout', about: 'Parts, openings, the neck, the wires' },
  templates: { name: 'Templates', about: 'Full-size paper, checked with a ruler' },
};
