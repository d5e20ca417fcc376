import { create } from 'zustand';
import type { Camera, Cut, Ground, Shows, SquareView, Surface } from './scene.ts';

/** What is asked of the solid view by presses beside it: it does it once. */
export type Asked =
  | { readonly what: 'look'; readonly from: SquareView }
  | {
      readonly what: 'picture';
      readonly width: number;
      readonly height: number;
      readonly ground: Ground;
      readonly name: string;
    };

interface SolidLook {
  readonly surface: Surface;
  readonly parts: Shows['parts'];
  readonly findings: boolean;
  /** With the neck and what stands on it. */
  readonly neck: boolean;
  readonly cut: Cut | null;
  /** Where the eye was left, and at what design: it stays there between edits. */
  readonly camera: { readonly of: string; readonly at: Camera } | null;
  readonly asked: Asked | null;
  set(change: Partial<Omit<SolidLook, 'set'>>): void;
}

/** How the solid is looked at; lasts as long as the page. */
export const useSolidLook = create<SolidLook>((set) => ({
  surface: 'wood',
  parts: 'solid',
  findings: true,
  neck: true,
  cut: null,
  camera: null,
  asked: null,
  set,
}));
