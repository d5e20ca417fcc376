import type { Design, Point, Snapped } from '@pelkin/core';
import { createSnap } from '@pelkin/core';
import { useState } from 'react';
import { useBoard } from '../board/boardStore.ts';
import { derive } from './derived.ts';

/** A hand is drawn to what lies so near on the screen, px. */
const REACH_PIXELS = 9;

/** What a place of a design is drawn to at the board’s present scale; null where nothing is near. */
export function useSnap(): (design: Design, at: Point) => Snapped | null {
  const [snap] = useState(createSnap);
  return (design, at) => snap(design, derive(design), at, REACH_PIXELS / useBoard.getState().view.scale);
}
