import type { Design, MassItem } from '@pelkin/core';
import { LIMITS, edits, estimateToKeep } from '@pelkin/core';
import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { grams } from '../say.ts';
import { useWeighed } from '../useWeighed.ts';
import { WORDS } from '../words.ts';

interface Place {
  readonly x: number;
  readonly y: number;
}
interface Props {
  /** What is weighed, as the design’s file names it. */
  readonly of: string;
  readonly name: string;
  /** What the history calls it; its name without. */
  readonly what?: string;
  /** What it is likely to weigh, g. */
  readonly estimate: number;
  /** Where it is likely to balance, which a measured balance point begins with (of the neck, x from the nut towards the bridge); without, it has none. */
  readonly at?: Place;
}

const hundredths = (v: number): number => Number(v.toFixed(2));

/** Where what was weighed balances on a rod, once that was measured: along the centre line and across it. */
function BalancePoint({ of, what, at }: { of: string; what: string; at: Place }) {
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const put = (d: Design, next: Place | null): Design => {
    const now = d.weight.weighed.find((w) => w.of === of);
    return now ? edits.setWeighed(d, of, { ...now, at: next && { ...next } }) : d;
  };
  const measured = useDesign().weight.weighed.find((w) => w.of === of)?.at;
  if (!measured)
    return (
      <Button
        size="2xs"
        variant="outline"
        justifySelf="start"
        aria-label={`${WORDS.typeBalancePoint}: ${what}`}
        onClick={() =>
          edit(`balance point of ${what}`, (d) => put(d, { x: hundredths(at.x), y: hundredths(at.y) }))
        }
      >
        {WORDS.typeBalancePoint}
      </Button>
    );
  const field = (axis: 'x' | 'y', label: string) => (
    <LengthField
      label={label}
      value={measured[axis]}
      {...lengths(
        `weight.weighed.${of}.${axis}`,
        (d, mm) => put(d, { ...measured, [axis]: mm }),
        `outline.${axis}`,
        label,
      )}
    />
  );
  return (
    <>
      {field('x', of === 'neck' ? WORDS.balancesFromNut : WORDS.balancesNutward)}
      {field('y', WORDS.balancesBassward)}
      <Button
        size="2xs"
        variant="ghost"
        justifySelf="end"
        onClick={() => edit(`balance point of ${what} estimated`, (d) => put(d, null))}
      >
        {WORDS.estimateBalancePoint}
      </Button>
    </>
  );
}

/** That a thing has changed since it was weighed, what it is taken for now, and a way to say that it weighs the same. */
function Changed({
  of,
  what,
  item,
  onKeep,
}: {
  of: string;
  what: string;
  item: MassItem;
  onKeep: () => void;
}) {
  const { mass, changed } = item.weighed!;
  if (changed === null) return null;
  return (
    <Box borderLeftWidth="3px" borderColor="look" pl="2" role="status" data-changed={of}>
      <Text fontSize="12px">
        {`${WORDS.changedSince}: ${grams(mass)} ${changed < 0 ? '−' : '+'} ${grams(Math.abs(changed))} by the estimates = ${grams(item.mass.likely)}. ${WORDS.weighAgain}`}
      </Text>
      <Button size="2xs" variant="outline" aria-label={`${WORDS.weighsTheSame}: ${what}`} onClick={onKeep}>
        {WORDS.weighsTheSame}
      </Button>
    </Box>
  );
}

/** What was weighed of a thing, or a way to say that it was; and its balance point where that was measured too. */
export function WeighedMass({ of, name, what = name, estimate, at }: Props) {
  const { weight, strings } = useDesign();
  const weighed = weight.weighed.find((w) => w.of === of);
  const items = useWeighed().weight?.items ?? [];
  const item = items.find((i) => i.key === of);
  const edit = useDesignStore((s) => s.edit);
  /** Kept with what is weighed now, so that a later change is noticed. */
  const put = (d: Design, mass: number, place: Place | null): Design =>
    edits.setWeighed(d, of, {
      mass,
      at: place && { ...place },
      estimate: estimateToKeep(of, items, strings),
    });
  if (!weighed)
    return (
      <HStack justify="space-between">
        <Text fontSize="13px">{name}</Text>
        <Button
          size="2xs"
          variant="outline"
          aria-label={`${WORDS.typeItsWeight}: ${name}`}
          onClick={() =>
            edit(`weighed ${what}`, (d) => put(d, Number(Math.max(0.1, estimate).toFixed(1)), null))
          }
        >
          {WORDS.typeItsWeight}
        </Button>
      </HStack>
    );
  return (
    <>
      <NumberField
        {...LIMITS['weight.weighed']}
        label={name}
        value={weighed.mass}
        unit="g"
        onCommit={(mass) => edit(`${what} weighs ${mass} g`, (d) => put(d, mass, weighed.at))}
      />
      {item?.weighed && (
        <Changed
          {...{ of, what, item }}
          onKeep={() =>
            edit(`${what} still weighs ${weighed.mass} g`, (d) => put(d, weighed.mass, weighed.at))
          }
        />
      )}
      {at && <BalancePoint of={of} what={what} at={at} />}
      <Button
        size="2xs"
        variant="ghost"
        justifySelf="end"
        onClick={() => edit(`${what} estimated`, (d) => edits.setWeighed(d, of, null))}
      >
        {WORDS.estimateAgain}
      </Button>
    </>
  );
}
