import type { PartSpec } from '@pelkin/core';
import { formOf, kindOf, lengthWithUnit, measureOf } from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import { usePicked } from '../../../design/derived.ts';
import { useChosenInLayout } from '../chosen.ts';
import { partShape, pathWords } from './partShape.ts';

const W = 300;
const H = 150;

/**
 * The part drawn flat from above and, beside it, from its end, with the jaws of a caliper on the measure that is at
 * hand: a reminder of where to hold it, not a picture to scale.
 */
export function Caliper({ spec }: { spec: PartSpec }) {
  const key = useChosenInLayout((s) => s.caliper);
  const units = usePicked((d) => d.units);
  const drawn = useMemo(() => {
    const { outline, cuts, box } = partShape(spec);
    return { paths: [...outline, ...cuts], box };
  }, [spec]);
  const def = kindOf(spec)?.measures.find((m) => m.key === key);
  const { box, paths } = drawn;
  const scale = Math.min((W - 120) / (box.maxX - box.minX), (H - 44) / (box.maxY - box.minY));
  const cx = 34 + (W - 120) / 2;
  const cy = H / 2;
  const at = (p: { x: number; y: number }): string =>
    `${(cx + (p.x - (box.minX + box.maxX) / 2) * scale).toFixed(1)} ${(cy - (p.y - (box.minY + box.maxY) / 2) * scale).toFixed(1)}`;
  const form = formOf(spec);
  const tall = Math.max(6, ...form.solids.map((s) => s.high), 0);
  const deep = Math.max(
    4,
    ...form.cuts.filter((c) => c.face === 'own').map((c) => c.depth ?? 30),
    form.bush?.bodyDepth ?? 0,
  );
  const zs = (H - 40) / (tall + deep);
  const face = 20 + tall * zs;
  const way = def?.way ?? null;
  const value = def ? measureOf(spec, def.key) : 0;
  const half = (value * scale) / 2;
  const far = face + (way === 'up' ? -1 : 1) * value * zs;
  return (
    <Box borderWidth="1px" borderColor="rule" borderRadius="l2" bg="paper" data-testid="caliper">
      <svg
        width="100%"
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`${spec.name}, where its measures are taken`}
      >
        <g fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="1">
          {paths.map((p, i) => (
            <path key={i} d={pathWords(p, at)} opacity={i < formOf(spec).footprint.length ? 1 : 0.45} />
          ))}
          <line x1={W - 66} x2={W - 10} y1={face} y2={face} strokeDasharray="3 3" opacity="0.6" />
          {form.solids.map((s, i) => (
            <rect
              key={i}
              x={W - 56}
              width={36}
              y={face - s.high * zs}
              height={Math.max(1, (s.high - s.low) * zs)}
            />
          ))}
          {form.bush && (
            <rect x={W - 50} width={24} y={face} height={form.bush.bodyDepth * zs} opacity="0.45" />
          )}
        </g>
        {way === 'along' && (
          <g stroke="var(--chakra-colors-kelp)" strokeWidth="2" fill="none">
            <path
              d={`M${cx - half} ${H - 30}V${H - 8}M${cx + half} ${H - 30}V${H - 8}M${cx - half} ${H - 12}H${cx + half}`}
            />
          </g>
        )}
        {way === 'across' && (
          <g stroke="var(--chakra-colors-kelp)" strokeWidth="2" fill="none">
            <path d={`M8 ${cy - half}H30M8 ${cy + half}H30M12 ${cy - half}V${cy + half}`} />
          </g>
        )}
        {(way === 'up' || way === 'down') && (
          <g stroke="var(--chakra-colors-kelp)" strokeWidth="2" fill="none">
            <path d={`M${W - 70} ${face}H${W - 54}M${W - 70} ${far}H${W - 54}M${W - 66} ${face}V${far}`} />
          </g>
        )}
      </svg>
      <Text fontSize="11.5px" color={def ? 'ink' : 'faded'} px="2" pb="1">
        {def
          ? `${def.label}: ${def.from}${def.unit === 'mm' ? `, ${lengthWithUnit(value, units, 2)}` : ''}`
          : 'Come to a measure to see where the caliper is held. From above; from its end at the right.'}
      </Text>
    </Box>
  );
}
