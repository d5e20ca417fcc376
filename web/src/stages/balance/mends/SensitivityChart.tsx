import type { Sensitivity } from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { Bar, BarChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { CHART } from '../../../shared/chart.ts';
import { WORDS } from '../words.ts';

const BAR_PX = 21;

function Bars(props: {
  rows: readonly Sensitivity[];
  of: 'load' | 'mass';
  unit: string;
  label: string;
  colour: string;
}) {
  const { rows, of, unit, label, colour } = props;
  return (
    <Box>
      <Text fontSize="12px" mt="1">
        {label}
      </Text>
      <Box css={CHART.css} h={`${rows.length * BAR_PX + 28}px`} role="img" aria-label={label}>
        <ResponsiveContainer width="100%" height="100%">
          <BarChart
            layout="vertical"
            data={rows as Sensitivity[]}
            margin={{ top: 2, right: 8, bottom: 0, left: 0 }}
          >
            <XAxis
              type="number"
              tick={CHART.tick}
              stroke={CHART.axis}
              tickFormatter={(v: number) => String(Number(v.toFixed(3)))}
            />
            <YAxis
              type="category"
              dataKey="name"
              width={124}
              tick={CHART.tick}
              interval={0}
              stroke={CHART.axis}
            />
            <ReferenceLine x={0} stroke={CHART.zero} />
            <Tooltip
              isAnimationActive={false}
              cursor={{ fill: 'var(--chakra-colors-sunk)' }}
              formatter={(value) => [`${Number(value).toFixed(of === 'load' ? 3 : 0)} ${unit}`, '']}
              separator=""
              contentStyle={CHART.tooltip}
            />
            <Bar dataKey={of} isAnimationActive={false} barSize={12} fill={colour} />
          </BarChart>
        </ResponsiveContainer>
      </Box>
    </Box>
  );
}

/** What moves the left-hand load and the weight, and by how much. */
export function SensitivityChart({ rows }: { rows: readonly Sensitivity[] }) {
  return (
    <>
      <Bars rows={rows} of="load" unit="N" label={WORDS.movesLoad} colour="var(--chakra-colors-kelp)" />
      <Bars rows={rows} of="mass" unit="g" label={WORDS.movesWeight} colour="var(--chakra-colors-ochre)" />
    </>
  );
}
