import type { Stage } from './stage.ts';
import { balance } from './balance/stage.tsx';
import { layout } from './layout/stage.tsx';
import { neck } from './neck/stage.tsx';
import { outline } from './outline/stage.tsx';
import { shape } from './shape/stage.tsx';
import { strings } from './strings/stage.tsx';
import { templates } from './templates/stage.tsx';

/** The stages in the order people work in: the only list of them. */
export const ALL_STAGES: readonly Stage[] = [strings, outline, neck, layout, shape, balance, templates];

const BY_KEY = new Map<string, Stage>(ALL_STAGES.map((s) => [s.key, s]));

/** The stage of a key, or of a word in an address; undefined where there is none. */
export const stageByKey = (key: string | undefined): Stage | undefined =>
  key === undefined ? undefined : BY_KEY.get(key);
