import { newDesign } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useFollowed } from './followed.ts';
import { useDesignStore } from './store.ts';

const { getState } = useDesignStore;
const widen = (mm: number) => getState().edit('thicker', (d) => edits.setThickness(d, mm), 'drag 1');
const followed = () => useFollowed.getState().design?.body.thickness;

describe('what words and figures follow', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    getState().open('one', newDesign('Followed', 6, 640));
  });
  afterEach(() => {
    getState().close();
    vi.useRealTimers();
  });
  it('is the design at once while nothing is dragged', () => {
    widen(44);
    expect(followed()).toBe(44);
    getState().undo();
    expect(followed()).toBe(getState().design!.body.thickness);
  });
  it('falls a little behind a drag, and never for long', () => {
    const before = followed();
    getState().setDragging(true);
    for (let mm = 41; mm <= 46; mm += 1) widen(mm);
    expect(followed()).toBe(before);
    vi.advanceTimersByTime(110);
    expect(followed()).toBe(46);
    widen(47);
    vi.advanceTimersByTime(60);
    expect(followed()).toBe(46);
    vi.advanceTimersByTime(60);
    expect(followed()).toBe(47);
  });
  it('is up to date the moment the hand lets go', () => {
    getState().setDragging(true);
    widen(50);
    getState().setDragging(false);
    expect(followed()).toBe(50);
    expect(useFollowed.getState().before!.body.thickness).toBe(newDesign('Followed').body.thickness);
  });
  it('is none once the design is closed', () => {
    getState().close();
    expect(useFollowed.getState().design).toBeNull();
  });
});
