import { Box, Text } from '@chakra-ui/react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { CHART } from '../../../shared/chart.ts';
import { useDerived } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';
import { Section } from '../../../shared/Section.tsx';
import { WORDS } from '../words.ts';

const LOOKS = {
  slippery: { stroke: 'var(--chakra-colors-madder)', dash: '2 3' },
  smooth: { stroke: 'var(--chakra-colors-ochre)', dash: '6 3' },
  grippy: { stroke: 'var(--chakra-colors-kelp)', dash: '' },
  rest: { stroke: 'var(--chakra-colors-faded)', dash: '1 3' },
} as const;

type Row = object;

function Chart(props: {
  rows: readonly Row[];
  x: string;
  lines: readonly (readonly [key: keyof typeof LOOKS, words: string])[];
  unit: string;
  xUnit: string;
  at: number;
  label: string;
  says: string;
}) {
  const { rows, x, lines, unit, xUnit, at, label, says } = props;
  return (
    <Section title={label}>
      <Box css={CHART.css} h="150px" role="img" aria-label={label}>
        <ResponsiveContainer width="100%" height="100%">
          <LineChart data={rows as Row[]} margin={{ top: 4, right: 8, bottom: 0, left: 0 }}>
            <CartesianGrid stroke="var(--chakra-colors-rule)" strokeDasharray="2 4" vertical={false} />
            <XAxis
              dataKey={x}
              type="number"
              domain={['dataMin', 'dataMax']}
              tick={CHART.tick}
              tickFormatter={(v: number) => `${v}${xUnit}`}
              stroke={CHART.axis}
            />
            <YAxis
              width={42}
              tick={CHART.tick}
              tickFormatter={(v: number) => `${v}${unit}`}
              stroke={CHART.axis}
            />
            <ReferenceLine y={0} stroke={CHART.zero} />
            <ReferenceLine x={at} stroke="var(--chakra-colors-ink)" strokeDasharray="3 3" />
            <Tooltip
              isAnimationActive={false}
              formatter={(value, name) => [`${Number(value).toFixed(1)}${unit}`, String(name)]}
              labelFormatter={(v) => `${Number(v).toFixed(0)}${xUnit}`}
              contentStyle={CHART.tooltip}
            />
            {lines.map(([key, words]) => (
              <Line
                key={key}
                dataKey={key}
                name={words}
                stroke={LOOKS[key].stroke}
                strokeDasharray={LOOKS[key].dash}
                strokeWidth={1.8}
                dot={false}
                isAnimationActive={false}
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      </Box>
      <Box display="flex" gap="3" flexWrap="wrap">
        {lines.map(([key, words]) => (
          <Text key={key} fontSize="11.5px" display="flex" alignItems="center" gap="1">
            <svg width="22" height="8" aria-hidden>
              <line
                x1="0"
                x2="22"
                y1="4"
                y2="4"
                stroke={LOOKS[key].stroke}
                strokeWidth="2"
                strokeDasharray={LOOKS[key].dash}
              />
            </svg>
            {words}
          </Text>
        ))}
      </Box>
      <Text fontSize="12px" color="faded">
        {says}
      </Text>
    </Section>
  );
}

/** What the fretting hand does at other angles, and with the horn button elsewhere. */
export function LoadCharts() {
  const { loadCurve, hornCurve } = useDerived();
  const { player } = useDesign();
  return (
    <>
      {loadCurve?.state === 'ready' && (
        <Chart
          rows={loadCurve.value}
          x="angle"
          xUnit="°"
          unit=" N"
          at={player.angle}
          lines={[
            ['slippery', 'slippery strap'],
            ['smooth', 'smooth'],
            ['grippy', 'grippy'],
          ]}
          label={WORDS.loadAgainstAngle}
          says={WORDS.loadAgainstAngleSays}
        />
      )}
      {hornCurve?.state === 'ready' && hornCurve.value.length > 0 && (
        <>
          <Chart
            rows={hornCurve.value}
            x="along"
            xUnit=" mm"
            unit=" N"
            at={0}
            lines={[
              ['slippery', 'slippery strap'],
              ['smooth', 'smooth'],
            ]}
            label={WORDS.loadAgainstHorn}
            says={WORDS.loadAgainstHornSays}
          />
          <Chart
            rows={hornCurve.value}
            x="along"
            xUnit=" mm"
            unit="°"
            at={0}
            lines={[['rest', 'comes to rest at']]}
            label={WORDS.restAgainstHorn}
            says={WORDS.restAgainstHornSays}
          />
        </>
      )}
    </>
  );
}
