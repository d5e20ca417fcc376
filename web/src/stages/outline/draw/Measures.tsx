import type { AlsoMoved, Design, Hold, Limit, OutlineMeasures, ShapeKey } from '@pelkin/core';
import {
  SHAPE_KEYS,
  SHAPE_WORDS,
  figureAndUnit,
  isHornKey,
  lengthWithUnit,
  reshapeHolding,
  shapeOf,
  shapeWords,
} from '@pelkin/core';
import { create } from 'zustand';
import { Pick } from '../../../shared/Pick.tsx';
import { Text } from '@chakra-ui/react';
import { memo } from 'react';
import { Live } from '../../../design/Live.tsx';
import { derive, usePicked } from '../../../design/derived.ts';
import { useRested } from '../../../design/rested.ts';
import { nudgeGesture } from '../../../design/lengths.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { useHeldRatios } from '../heldRatios.ts';
import { WORDS } from '../words.ts';

/** A measure’s name as it heads its field, in the words of this shape. */
const heading = (words: { readonly name: string }): string =>
  words.name.charAt(0).toUpperCase() + words.name.slice(1);

const limitOf = (key: ShapeKey, { name, from }: { readonly name: string; readonly from: string }): Limit => ({
  label: name,
  min: key === 'waistOffset' ? -200 : 0,
  max: 1200,
  from,
});

interface Reshaping {
  /** What a typed horn holds. */
  readonly hold: Hold;
  /** What the last typed measurement moved beside itself. */
  readonly also: {
    readonly of: ShapeKey;
    readonly moved: readonly AlsoMoved[];
    readonly design: Design;
  } | null;
}
const useReshaping = create<Reshaping>(() => ({ hold: 'other side', also: null }));

/** What the last typed measurement moved beside itself, while nothing else was done. */
function WhatMoved() {
  const also = useReshaping((s) => s.also);
  const isNow = useDesignStore((s) => s.design?.outline === also?.design.outline);
  const unit = usePicked((d) => d.units);
  if (!also || !isNow) return null;
  const words = also.moved.map(
    ({ key, by }) => `${SHAPE_WORDS[key].name} ${by > 0 ? '+' : '−'}${lengthWithUnit(Math.abs(by), unit)}`,
  );
  return (
    <Text fontSize="12px" color="faded" role="status">
      {words.length
        ? `With the ${SHAPE_WORDS[also.of].name} moved: ${words.join(', ')}.`
        : `Only the ${SHAPE_WORDS[also.of].name} changed.`}
    </Text>
  );
}

/** One measure: it follows the outline, and a typed one reshapes it. */
const MeasureField = memo(function MeasureField({ of }: { of: ShapeKey }) {
  // A dozen entries would slow a drag: they follow when the hand rests, the tell-tales at once.
  const value = useRested((s) => {
    // Just opened, nothing has rested yet: the design as it is.
    const design = s.design ?? useDesignStore.getState().design;
    return (design && shapeOf(derive(design).measures)[of]) ?? 0;
  });
  const unit = usePicked((d) => d.units);
  const commit = (mm: number, _words: string | null, how: 'typed' | 'nudged') => {
    const { design, edit } = useDesignStore.getState();
    if (!design) return [];
    const { held } = useHeldRatios.getState();
    const reshaped = reshapeHolding(design, of, mm, held, useReshaping.getState().hold);
    if (!reshaped.ok) return [{ where: 'outline', message: reshaped.message }];
    useReshaping.setState({ also: { of, moved: reshaped.also, design: reshaped.design } });
    return edit(
      `${SHAPE_WORDS[of].name} ${lengthWithUnit(mm, unit)}`,
      () => reshaped.design,
      how === 'nudged' ? nudgeGesture(`measure ${of}`) : undefined,
    );
  };
  const words = useRested((s) => {
    const design = s.design ?? useDesignStore.getState().design;
    return design ? shapeWords(of, shapeOf(derive(design).measures)) : SHAPE_WORDS[of];
  });
  return (
    <LengthField
      label={heading(words)}
      value={value}
      unit={unit}
      limit={limitOf(of, words)}
      onCommit={commit}
    />
  );
});

/** A measure that only follows; told as none where the shape has no such place. */
function Follows({ label, of }: { label: string; of: (m: OutlineMeasures) => number | null }) {
  return (
    <Reading
      label={label}
      value={
        <Live
          of={(d, { measures }) => {
            const mm = of(measures);
            return mm === null ? '–' : figureAndUnit(mm, d.units).figure;
          }}
        />
      }
      unit={
        <Live of={(d, { measures }) => (of(measures) === null ? 'none' : figureAndUnit(0, d.units).unit)} />
      }
    />
  );
}

const HOLDS = [
  ['other side', WORDS.theOtherSide],
  ['all measures', WORDS.allOtherMeasurements],
] as const;

/** The shape’s measures: those that it is made by are typed to reshape it, the others follow. */
export const Measures = memo(function Measures() {
  const has = usePicked((_, { measures }) => {
    const shape = shapeOf(measures);
    return SHAPE_KEYS.filter((k) => shape[k] !== undefined).join(' ');
  });
  const keys = SHAPE_KEYS.filter((k) => has.split(' ').includes(k));
  const hold = useReshaping((s) => s.hold);
  const half =
    (side: 'bass' | 'treble', key: 'lowerBout' | 'waist' | 'upperBout') => (m: OutlineMeasures) => {
      const place = m[side][key];
      return place && Math.abs(place.y);
    };
  return (
    <>
      <Section title={WORDS.measurements}>
        {keys.map((key) => (
          <MeasureField key={key} of={key} />
        ))}
        {keys.some(isHornKey) && (
          <Pick
            label={WORDS.aTypedHornHolds}
            value={hold}
            options={HOLDS}
            onChange={(next) => useReshaping.setState({ hold: next })}
          />
        )}
        <WhatMoved />
        <Text fontSize="12px" color="faded">
          Type a measurement and the outline follows smoothly; the others stay. A horn changes by itself,
          unless you hold all.
        </Text>
      </Section>
      <Section title={WORDS.eachSideFromTheCentreLine}>
        <Follows label={WORDS.lowerBoutBass} of={half('bass', 'lowerBout')} />
        <Follows label={WORDS.lowerBoutTreble} of={half('treble', 'lowerBout')} />
        <Follows label={WORDS.waistBass} of={half('bass', 'waist')} />
        <Follows label={WORDS.waistTreble} of={half('treble', 'waist')} />
        <Follows label={WORDS.upperBoutBass} of={half('bass', 'upperBout')} />
        <Follows label={WORDS.upperBoutTreble} of={half('treble', 'upperBout')} />
      </Section>
      <Section title={WORDS.overAll}>
        <Follows label={WORDS.widest} of={(m) => m.widest} />
        <Follows label={WORDS.bodyBehindTheBridge} of={(m) => m.neck && -m.neck.tailX} />
        <Reading
          label={WORDS.face}
          value={<Live of={(_, { measures }) => (measures.areaMm2 / 100).toFixed(1)} />}
          unit="cm²"
        />
        <Follows label={WORDS.tightestHollowRadius} of={(m) => m.hollow?.radius ?? null} />
      </Section>
    </>
  );
});
