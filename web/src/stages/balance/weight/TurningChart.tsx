import { Box, Text } from '@chakra-ui/react';
import { Bar, BarChart, Cell, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { CHART } from '../../../shared/chart.ts';
import { WORDS } from '../words.ts';
import type { Line } from './turning.ts';

/** So many things turn the instrument most: the rest is one bar. */
const MOST = 9;
const BAR_PX = 20;

/** What turns the neck down, and what lifts it, the strongest first. */
export function TurningChart({ lines }: { lines: readonly Line[] }) {
  const sorted = [...lines].sort((a, b) => Math.abs(b.moment) - Math.abs(a.moment));
  const rest = sorted.slice(MOST).reduce((sum, l) => sum + l.moment, 0);
  const bars = [
    ...sorted.slice(0, MOST).map(({ item, moment }) => ({ name: item.name, moment })),
    ...(sorted.length > MOST ? [{ name: WORDS.others, moment: rest }] : []),
  ];
  return (
    <>
      <Box
        css={CHART.css}
        h={`${bars.length * BAR_PX + 30}px`}
        role="img"
        aria-label={WORDS.turningChart}
        data-testid="turning-chart"
      >
        <ResponsiveContainer width="100%" height="100%">
          <BarChart layout="vertical" data={bars} margin={{ top: 2, right: 8, bottom: 0, left: 0 }}>
            <XAxis
              type="number"
              tick={CHART.tick}
              stroke={CHART.axis}
              tickFormatter={(v: number) => v.toFixed(1)}
            />
            <YAxis
              type="category"
              dataKey="name"
              width={112}
              tick={CHART.tick}
              interval={0}
              stroke={CHART.axis}
              tickFormatter={(name: string) => (name.length > 19 ? `${name.slice(0, 18)}…` : name)}
            />
            <ReferenceLine x={0} stroke={CHART.zero} />
            <Tooltip
              isAnimationActive={false}
              cursor={{ fill: 'var(--chakra-colors-sunk)' }}
              formatter={(value) => [`${Number(value).toFixed(2)} N·m`, '']}
              separator=""
              contentStyle={CHART.tooltip}
            />
            <Bar dataKey="moment" isAnimationActive={false} barSize={11}>
              {bars.map(({ name, moment }) => (
                <Cell
                  key={name}
                  fill={moment > 0 ? 'var(--chakra-colors-ochre)' : 'var(--chakra-colors-kelp)'}
                />
              ))}
            </Bar>
          </BarChart>
        </ResponsiveContainer>
      </Box>
      <Text fontSize="12px" color="faded">
        {WORDS.turningChartSays}
      </Text>
    </>
  );
}
