import type { Point } from '@pelkin/core';
import { Box } from '@chakra-ui/react';
import { Area, AreaChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { CHART } from '../../../shared/chart.ts';
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
    <Box css={CHART.css} h="150px" role="img" aria-label={label} data-testid="along-chart">
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
            tick={CHART.tick}
            tickFormatter={(s: number) => String(Math.round(s))}
            stroke={CHART.axis}
          />
          <YAxis
            width={38}
            tick={CHART.tick}
            tickFormatter={(v: number) => String(Number(v.toFixed(2)))}
            stroke={CHART.axis}
          />
          <ReferenceLine y={0} stroke={CHART.zero} />
          <Tooltip
            isAnimationActive={false}
            formatter={(value) => [words(Number(value)), '']}
            labelFormatter={(s) => `${Math.round(Number(s))} mm along`}
            separator=""
            contentStyle={CHART.tooltip}
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
