import type { DisplayUnit, ProportionKey, Proportions, Ratio, ShapeKey, ShapeRatio } from '@pelkin/core';
import {
  PROPORTION_KEYS,
  RATIOS,
  SHAPE_WORDS,
  lengthWithUnit,
  reshapeRatio,
  shapeRatios,
} from '@pelkin/core';
import { Box, Button, HStack, Input, Text } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { create } from 'zustand';
import type { DesignSummary, FrozenSummary } from '../../../design/api.ts';
import { MOST_LISTED, api } from '../../../design/api.ts';
import { usePicked } from '../../../design/derived.ts';
import { useRested } from '../../../design/rested.ts';
import { useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Pick, Select } from '../../../shared/Pick.tsx';
import { Section } from '../../../shared/Section.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import type { Other } from './compared.ts';
import { MOST_OTHERS, proportionsNow, useCompared } from './compared.ts';
import { isShape, nameOf, shownMeasure } from './measureWords.ts';
import type { Fit } from './overlay.ts';
import { FITS, useOverlay } from './overlay.ts';
import { WORDS } from '../words.ts';

type Units = DisplayUnit;

/** Shapes to be held against this one: designs, revisions, the present state, typed measures. */
function Adding() {
  const id = useDesignStore((s) => s.id);
  const count = useCompared((s) => s.others.length);
  const [designs, setDesigns] = useState<readonly DesignSummary[]>([]);
  const [frozen, setFrozen] = useState<readonly FrozenSummary[]>([]);
  useEffect(() => {
    let left = false;
    void Promise.all([
      api.list({ archived: false, search: '', sorting: 'name' }, 0, MOST_LISTED),
      api.revisions(id),
    ])
      .then(([list, made]) => {
        if (left) return;
        setDesigns(list.designs.filter((d) => d.id !== id));
        setFrozen(made.revisions);
      })
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [id]);
  const options: readonly (readonly [string, string])[] = [
    ['', count < MOST_OTHERS ? 'choose' : `${MOST_OTHERS} at most`],
    ...(count < MOST_OTHERS
      ? [
          ['now', 'this shape as it is now'] as const,
          ...frozen.map((f) => [`r ${f.number}`, `revision: ${f.name}`] as const),
          ...designs.map((d) => [`d ${d.id}`, `design: ${d.name}`] as const),
          ['typed', 'typed measures'] as const,
        ]
      : []),
  ];
  const add = (value: string): void => {
    const { addDesign, addRevision, addNow, addTyped } = useCompared.getState();
    if (value === 'now') addNow();
    else if (value === 'typed') addTyped();
    else if (value.startsWith('r ')) {
      const number = Number(value.slice(2));
      void addRevision(number, frozen.find((f) => f.number === number)?.name ?? 'revision');
    } else if (value.startsWith('d ')) void addDesign(value.slice(2));
  };
  return <Pick label={WORDS.compareWith} value="" options={options} onChange={add} />;
}

/** A typed measure of a shape that is known by its numbers only. */
function TypedCell({ other, of }: { other: Other; of: ProportionKey }) {
  const value = other.proportions[of];
  return (
    <Input
      size="2xs"
      w="56px"
      px="1"
      fontFamily="mono"
      textAlign="right"
      aria-label={`${other.name}: ${nameOf(of)}, mm`}
      defaultValue={value === undefined ? '' : String(value)}
      inputMode="decimal"
      onKeyDown={(event) => event.stopPropagation()}
      onBlur={(event) => {
        const text = event.target.value.trim().replace(',', '.');
        const mm = text === '' ? null : Number(text);
        if (mm === null || (Number.isFinite(mm) && Math.abs(mm) < 3000))
          useCompared.getState().typed(other.key, of, mm);
        else event.target.value = value === undefined ? '' : String(value);
      }}
    />
  );
}

function Table({ own, units }: { own: Proportions; units: Units }) {
  const others = useCompared((s) => s.others);
  const over = useCompared((s) => s.over);
  const [asRatios, setAsRatios] = useState(false);
  /** The other’s measure, or how many times this one’s it is. */
  const cellOf = (o: Other, key: ProportionKey): string => {
    const [theirs, mine] = [o.proportions[key], own[key]];
    if (!asRatios) return shownMeasure(key, theirs, units);
    return theirs === undefined || !mine ? '–' : `×${(theirs / mine).toFixed(3)}`;
  };
  const rows = PROPORTION_KEYS.filter(
    (k) => own[k] !== undefined || others.some((o) => o.proportions[k] !== undefined),
  );
  const cell = { fontFamily: 'mono', fontSize: '12px', textAlign: 'right', whiteSpace: 'nowrap' } as const;
  return (
    <Box overflowX="auto">
      <Box
        as="table"
        w="full"
        aria-label={WORDS.measurementsSideBySide}
        style={{ borderCollapse: 'collapse' }}
      >
        <thead>
          <tr>
            <Box as="th" textAlign="left" fontSize="12px" fontWeight="400" color="faded">
              {units === 'mm' ? 'mm' : 'in'}
            </Box>
            <Box as="th" {...cell} fontFamily="body" fontWeight="650">
              this
            </Box>
            {others.map((o) => (
              <Box as="th" key={o.key} {...cell} fontFamily="body" maxW="76px" fontWeight="400">
                <Text truncate title={o.name}>
                  {o.name}
                </Text>
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((key) => (
            <Box as="tr" key={key} borderTopWidth="1px" borderColor="rule">
              <Box as="th" textAlign="left" fontWeight="400" fontSize="12px" py="0.5" pr="1">
                {nameOf(key)}
              </Box>
              <Box as="td" {...cell}>
                {shownMeasure(key, own[key], units)}
              </Box>
              {others.map((o) => (
                <Box as="td" key={o.key} {...cell} color={o.path ? 'ink' : 'faded'} pl="2">
                  {o.path === null && isShape(key) && !asRatios ? (
                    <TypedCell other={o} of={key} />
                  ) : (
                    cellOf(o, key)
                  )}
                </Box>
              ))}
            </Box>
          ))}
        </tbody>
      </Box>
      {others.length > 0 && (
        <Tick label={WORDS.othersAsRatiosToThis} checked={asRatios} onChange={setAsRatios} />
      )}
      {others.map((o) => (
        <HStack key={o.key} fontSize="12.5px" mt="1">
          <Text flex="1" truncate>
            {o.name}
          </Text>
          {o.path && (
            <Button
              size="2xs"
              variant="outline"
              aria-pressed={over === o.key}
              onClick={() => useCompared.getState().lay(over === o.key ? null : o.key)}
            >
              {over === o.key ? WORDS.hide : WORDS.showOverTheDrawing}
            </Button>
          )}
          <Button size="2xs" variant="ghost" onClick={() => useCompared.getState().drop(o.key)}>
            {WORDS.remove}
          </Button>
        </HStack>
      ))}
    </Box>
  );
}

/** Ratios that stay exact while others are made: those made here, unless they were released. */
const useHeld = create<{ readonly held: readonly Ratio[] }>(() => ({ held: [] }));
const sameRatio = (a: Pick<Ratio, 'of' | 'to'>, b: Pick<Ratio, 'of' | 'to'>): boolean =>
  a.of === b.of && a.to === b.to;
const hold = (ratio: Ratio, on: boolean): void =>
  useHeld.setState(({ held }) => ({
    held: [...held.filter((h) => !sameRatio(h, ratio)), ...(on ? [ratio] : [])],
  }));

/** One ratio of the shape: how near it is to a ratio of the user's choice, and what makes it exact. */
function RatioRow({ row, units }: { row: ShapeRatio; units: Units }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [target, setTarget] = useState<string>(row.nearest.name);
  const [gives, setGives] = useState<ShapeKey>(row.of);
  const held = useHeld((s) => s.held);
  const value = RATIOS.find((r) => r.name === target)?.value ?? row.nearest.value;
  const ratio: Ratio = { of: row.of, to: row.to, value };
  const exact = Math.abs(row.ratio / value - 1) < SHOWN_EXACT;
  const isHeld = held.some((h) => sameRatio(h, ratio) && h.value === value);
  const apply = (): void => {
    const { design, edit } = useDesignStore.getState();
    if (!design) return;
    const made = reshapeRatio(design, ratio, gives, held);
    if (!made.ok) {
      setProblem(`${made.message}.`);
      return;
    }
    const [refusal] = edit(
      `${SHAPE_WORDS[row.of].name} to ${SHAPE_WORDS[row.to].name} ${target}`,
      () => made.design,
    );
    setProblem(refusal ? `${refusal.message}.` : null);
    if (!refusal) hold(ratio, true);
  };
  // What the measurement that gives way would become.
  const { own, other } = gives === row.of ? { own: row.a, other: row.b } : { own: row.b, other: row.a };
  const change = (own >= other ? other * value : other / value) - own;
  const title = `${SHAPE_WORDS[row.of].name} to ${SHAPE_WORDS[row.to].name}`;
  return (
    <Box borderTopWidth="1px" borderColor="rule" py="1" fontSize="12.5px" role="group" aria-label={title}>
      <HStack gap="2">
        <Text flex="1">
          {SHAPE_WORDS[row.of].name} : {SHAPE_WORDS[row.to].name}
        </Text>
        <Text fontFamily="mono">{row.ratio.toFixed(3)}</Text>
      </HStack>
      <HStack gap="2">
        <Select
          label={`${WORDS.ratio}, ${title}`}
          w="78px"
          value={target}
          options={RATIOS.map((r) => [r.name, r.name] as const)}
          onChange={setTarget}
        />
        {exact ? (
          <>
            <Text flex="1" fontSize="12px" color="kelp">
              exact
            </Text>
            <Tick label={WORDS.held} checked={isHeld} onChange={(on) => hold(ratio, on)} />
          </>
        ) : (
          <>
            <Select
              label={`${WORDS.givesWay}, ${title}`}
              w="118px"
              value={gives}
              options={[row.of, row.to].map((k) => [k, SHAPE_WORDS[k].name] as const)}
              onChange={setGives}
            />
            <Button
              size="2xs"
              variant="outline"
              aria-label={`${WORDS.makeExact}: ${title} ${target}`}
              title={WORDS.makeExact}
              onClick={apply}
            >
              {change > 0 ? '+' : '−'}
              {lengthWithUnit(Math.abs(change), units, 1)}
            </Button>
          </>
        )}
      </HStack>
      {problem && (
        <Text fontSize="12px" color="madder" role="alert">
          {problem}
        </Text>
      )}
    </Box>
  );
}

/** A ratio this near to its value, as a share, is shown as exact: less than a tenth of a mm of a body. */
const SHOWN_EXACT = 2e-4;

const SHIFT = { label: WORDS.shift, min: -600, max: 600, from: 'where it is fitted' };

/** Ratios nearer than this are the same one of the list. */
const SAME_RATIO = 1e-9;

/** A figure of a ratio over the shape. */
function Figure() {
  const { figure, ratio, fit, shift, turned, set } = useOverlay();
  const units = usePicked((d) => d.units);
  const known = RATIOS.find((r) => Math.abs(r.value - ratio) < SAME_RATIO);
  return (
    <Section title={WORDS.ratioFigureOverTheDrawing}>
      <Pick
        label={WORDS.figure}
        value={figure}
        options={[
          ['none', 'none'],
          ['grid', 'grid'],
          ['rectangles', 'rectangles'],
          ['spiral', 'spiral'],
        ]}
        onChange={(next) => set({ figure: next })}
      />
      {figure !== 'none' && (
        <>
          <Pick
            label={WORDS.ratio}
            value={known?.key ?? 'own'}
            options={[...RATIOS.map((r) => [r.key, r.name] as const), ['own', 'my own'] as const]}
            onChange={(key) => {
              const chosen = RATIOS.find((r) => r.key === key);
              set({ ratio: chosen?.value ?? 1.25 });
            }}
          />
          {!known && (
            <NumberField
              label={WORDS.myOwnRatio}
              value={ratio}
              unit=": 1"
              min={1.02}
              max={6}
              from="long side to short"
              places={3}
              onCommit={(value) => {
                set({ ratio: value });
                return [];
              }}
            />
          )}
          <Pick<Fit>
            label={WORDS.fittedTo}
            value={fit}
            options={FITS}
            onChange={(next) => set({ fit: next })}
          />
          <Tick label={WORDS.fromTheTailEnd} checked={turned} onChange={(on) => set({ turned: on })} />
          {(['x', 'y'] as const).map((axis) => (
            <LengthField
              key={axis}
              label={axis === 'x' ? 'Moved nutward' : 'Moved to the bass side'}
              value={shift[axis]}
              unit={units}
              limit={SHIFT}
              onCommit={(mm) => {
                set({ shift: { ...shift, [axis]: mm } });
                return [];
              }}
            />
          ))}
        </>
      )}
      <Text fontSize="12px" color="faded">
        Some makers plan by a ratio, some by shapes they like, some by eye: none of them is right.
      </Text>
    </Section>
  );
}

/** The shape’s measures beside others’, its ratios, and figures over it. */
export function Proportion() {
  const units = usePicked((d) => d.units);
  const design = useRested((s) => s.design);
  const proportions = useMemo<Proportions>(() => (design ? proportionsNow(design) : {}), [design]);
  const problem = useCompared((s) => s.problem);
  return (
    <>
      <Section title={WORDS.proportion}>
        <Adding />
        {problem && (
          <Text fontSize="12px" color="madder" role="alert">
            {problem}
          </Text>
        )}
        <Table own={proportions} units={units} />
      </Section>
      <Section title={WORDS.ratios}>
        <Text fontSize="12px" color="faded" pb="1">
          Choose a ratio and the measurement that gives way; the press changes it by so much. Ratios that are
          held stay exact while others are made.
        </Text>
        {shapeRatios(proportions).map((row) => (
          <RatioRow key={`${row.of} ${row.to}`} row={row} units={units} />
        ))}
      </Section>
      <Figure />
    </>
  );
}
