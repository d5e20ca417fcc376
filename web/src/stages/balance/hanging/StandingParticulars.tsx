import type { Design, HangingState, Player, StrapKind } from '@pelkin/core';
import {
  LIMITS,
  STRAPS,
  edits,
  hang,
  lengthWithUnit,
  onStrapOf,
  settlesAt,
  weightOf,
  toSpare,
} from '@pelkin/core';
import { Box, Button, Text } from '@chakra-ui/react';
import { Suspense, lazy, useMemo } from 'react';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { FigureTable } from '../../../shared/FigureTable.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { StrapButtons } from './StrapButtons.tsx';
import { newtons } from '../say.ts';
import type { Weighed } from '../../../design/weighedNow.ts';
import { useWeighed } from '../useWeighed.ts';
import { WORDS } from '../words.ts';

const LoadCharts = lazy(async () => ({ default: (await import('./LoadCharts.tsx')).LoadCharts }));
const DEG = 180 / Math.PI;

const STRAP_WORDS: Readonly<Record<StrapKind, string>> = {
  slippery: 'Slippery',
  smooth: 'Smooth',
  grippy: 'Grippy',
};

const put = (d: Design, change: Partial<Player>): Design => edits.editPlayer(d, change);

/** How long the strap is: typed, or by the hole that is used. */
function Strap() {
  const { strap } = useDesign().player;
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const { holes } = strap;
  const hole = (change: Partial<NonNullable<typeof holes>>) => (d: Design) =>
    d.player.strap.holes
      ? put(d, { strap: { ...d.player.strap, holes: { ...d.player.strap.holes, ...change } } })
      : d;
  return (
    <>
      {holes ? (
        <>
          <NumberField
            {...LIMITS['strap.holes']}
            label={WORDS.hole}
            value={holes.hole}
            unit={`of ${holes.count}`}
            whole
            onCommit={(n) => edit(`strap in hole ${n}`, hole({ hole: n }))}
          />
          <LengthField
            label={WORDS.shortest}
            value={holes.shortest}
            {...lengths(
              'player.strap.holes.shortest',
              (d, shortest) => hole({ shortest })(d),
              'strap.shortest',
            )}
          />
          <LengthField
            label={WORDS.holesApart}
            value={holes.step}
            {...lengths('player.strap.holes.step', (d, step) => hole({ step })(d), 'strap.step')}
          />
          <NumberField
            {...LIMITS['strap.holes']}
            label={WORDS.holes}
            value={holes.count}
            unit=""
            whole
            onCommit={(count) => edit(`strap with ${count} holes`, hole({ count }))}
          />
          <Reading
            label={WORDS.strapLength}
            value={(holes.shortest + holes.step * (holes.hole - 1)).toFixed(0)}
            unit="mm"
          />
        </>
      ) : (
        <LengthField
          label={WORDS.strapLength}
          value={strap.length}
          {...lengths(
            'player.strap.length',
            (d, length) => put(d, { strap: { ...d.player.strap, length } }),
            'strap.length',
          )}
        />
      )}
      <Button
        size="2xs"
        variant="outline"
        justifySelf="start"
        onClick={() =>
          edit(holes ? 'strap by its length' : 'strap by its holes', (d) =>
            put(d, {
              strap: holes
                ? { length: holes.shortest + holes.step * (holes.hole - 1), holes: null }
                : {
                    ...d.player.strap,
                    holes: { shortest: Math.max(300, strap.length - 150), step: 50, count: 8, hole: 4 },
                  },
            }),
          )
        }
      >
        {holes ? WORDS.byLength : WORDS.byHoles}
      </Button>
    </>
  );
}

/** At which angles each strap holds the instrument alone, on one scale, and the playing angle. */
function Bands({ weighed, angle }: { weighed: Weighed; angle: number }) {
  const { weight, hanging } = weighed;
  const rows = useMemo(
    () =>
      weight && hanging?.loads
        ? STRAPS.map(([kind, friction]) => {
            const all = hang(onStrapOf(hanging, weight, friction));
            const load = hanging.loads![kind];
            return {
              kind,
              rest: all.rest,
              settles: settlesAt(all, hanging.angle, load?.likely ?? null),
              load,
            };
          })
        : [],
    [weight, hanging],
  );
  if (rows.length === 0 || !hanging) return null;
  const spare = toSpare(hanging, hanging.angle);
  const x = (degrees: number): number => 10 + ((degrees + 90) / 180) * 268;
  return (
    <>
      <FigureTable named heads={[WORDS.strap, WORDS.byFrettingHand, WORDS.settles]}>
        {rows.map(({ kind, load, settles }) => (
          <tr key={kind}>
            <td>{STRAP_WORDS[kind]}</td>
            <td>
              {load
                ? `${load.likely === 0 && kind === 'smooth' && spare !== null ? `holds, ${(spare * DEG).toFixed(0)}° to spare` : newtons(load.likely)} (${load.from.toFixed(1)} to ${load.to.toFixed(1)})`
                : WORDS.cannot}
            </td>
            <td>{settles === null ? WORDS.nowhere : `${(settles * DEG).toFixed(0)}°`}</td>
          </tr>
        ))}
      </FigureTable>
      <svg viewBox="0 0 288 78" width="100%" role="img" aria-label={WORDS.bands} data-testid="rest-bands">
        {rows.map(({ kind, rest }, i) => (
          <g key={kind}>
            <text x="10" y={11 + i * 18} style={{ fontSize: '10px' }} fill="var(--chakra-colors-faded)">
              {STRAP_WORDS[kind]}
            </text>
            {rest.map(({ from, to }) => (
              <rect
                key={from}
                x={x(Math.max(-90, from * DEG))}
                y={13 + i * 18}
                width={Math.max(1, x(Math.min(90, to * DEG)) - x(Math.max(-90, from * DEG)))}
                height="5"
                fill="var(--chakra-colors-kelp)"
                fillOpacity={0.4 + 0.25 * i}
              />
            ))}
          </g>
        ))}
        <line
          x1={x(angle)}
          x2={x(angle)}
          y1="2"
          y2="60"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="1.5"
        />
        {[-90, -60, -30, 0, 30, 60, 90].map((a) => (
          <g key={a}>
            <line x1={x(a)} x2={x(a)} y1="60" y2="64" stroke="var(--chakra-colors-faded)" />
            <text
              x={x(a)}
              y="74"
              style={{ fontSize: '10px' }}
              textAnchor="middle"
              fill="var(--chakra-colors-faded)"
            >
              {`${String(a).replace('-', '−')}°`}
            </text>
          </g>
        ))}
      </svg>
      <Text fontSize="12px" color="faded">
        {WORDS.bandsSay}
      </Text>
    </>
  );
}

function Says({ hanging }: { hanging: HangingState }) {
  const { units } = useDesign();
  const { tailward, apart } = hanging;
  return (
    <>
      <Reading label={WORDS.fromHornButton} value={lengthWithUnit(tailward.likely, units, 0)} />
      <Reading label={WORDS.ofTheWayToTail} value={`${((100 * tailward.likely) / apart).toFixed(0)} %`} />
    </>
  );
}

/** Strap, angle and who plays it; what the fretting hand does. */
export function StandingParticulars() {
  const { player } = useDesign();
  const weighed = useWeighed();
  const edit = useDesignStore((s) => s.edit);
  const { weight, hanging } = weighed;
  return (
    <>
      <Section title={WORDS.onAStrap}>
        <NumberField
          {...LIMITS['player.angle']}
          label={WORDS.playingAngle}
          value={player.angle}
          unit="°"
          onCommit={(angle) => edit(`playing angle ${angle}°`, (d) => put(d, { angle }))}
        />
        <Strap />
      </Section>
      {weight && hanging && (
        <Section title={WORDS.whatTheHandDoes}>
          <Reading
            label={WORDS.weight}
            value={`${(weight.total.likely / 1000).toFixed(2)} kg, ${newtons(weightOf(weight.total.likely))}`}
          />
          <Says hanging={hanging} />
          <Bands weighed={weighed} angle={player.angle} />
        </Section>
      )}
      <StrapButtons />
      {weight && hanging?.loads && (
        <Suspense fallback={<Box h="300px" />}>
          <LoadCharts />
        </Suspense>
      )}
    </>
  );
}
