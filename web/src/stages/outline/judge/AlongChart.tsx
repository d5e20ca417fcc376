import type { Point } from '@pelkin/core';
import { Box } from '@chakra-ui/react';
import { Area, AreaChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { useOverlay } from './overlay.ts';

export interface ChartPlace {
  readonly at: Point;
  /** mm along the edge. */
  readonly s: number;
  readonly value: number;
}

/** A value along the edge; the place under the pointer is shown on the board. */
export function AlongChart({
  places,
  label,
  words,
}: {
  places: readonly ChartPlace[];
  label: string;
  words: (value: number) => string;
}) {
  const point = (index: unknown): void => {
    const i = Number(index);
    useOverlay.getState().set({ pointed: Number.isInteger(i) ? (places[i]?.at ?? null) : null });
  };
  return (
    <Box h="150px" role="img" aria-label={label} data-testid="along-chart">
      <ResponsiveContainer width="100%" height="100%">
        <AreaChart
          data={places as ChartPlace[]}
          margin={{ top: 4, right: 4, bottom: 0, left: 0 }}
          onMouseMove={(state) => point(state.activeTooltipIndex)}
          onMouseLeave={() => useOverlay.getState().set({ pointed: null })}
        >
          <XAxis
            dataKey="s"
            type="number"
            domain={['dataMin', 'dataMax']}
            tick={{ fontSize: 10, fill: 'var(--chakra-colors-faded)' }}
            tickFormatter={(s: number) => String(Math.round(s))}
            stroke="var(--chakra-colors-rule)"
          />
          <YAxis
            width={38}
            tick={{ fontSize: 10, fill: 'var(--chakra-colors-faded)' }}
            tickFormatter={(v: number) => String(Number(v.toFixed(2)))}
            stroke="var(--chakra-colors-rule)"
          />
          <ReferenceLine y={0} stroke="var(--chakra-colors-faded)" />
          <Tooltip
            isAnimationActive={false}
            formatter={(value) => [words(Number(value)), '']}
            labelFormatter={(s) => `${Math.round(Number(s))} mm along`}
            separator=""
            contentStyle={{
              fontSize: 12,
              background: 'var(--chakra-colors-sheet)',
              borderColor: 'var(--chakra-colors-rule)',
            }}
          />
          <Area
            dataKey="value"
            stroke="var(--chakra-colors-kelp)"
            fill="var(--chakra-colors-kelp)"
            fillOpacity={0.18}
            strokeWidth={1.5}
            isAnimationActive={false}
            dot={false}
          />
        </AreaChart>
      </ResponsiveContainer>
    </Box>
  );
}
