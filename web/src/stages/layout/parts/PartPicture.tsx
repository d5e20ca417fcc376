import type { PartSpec } from '@pelkin/core';
import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { partShape, pathWords } from './partShape.ts';

const [W, H, EDGE] = [44, 32, 2];

/** A part as it looks from above, as large as fits: for lists, where people would rather look than read. */
export function PartPicture({ spec }: { spec: () => PartSpec }) {
  // A shelf’s part is always the same: drawn once.
  const drawn = useMemo(() => {
    const { outline, cuts, box } = partShape(spec());
    const scale = Math.min((W - 2 * EDGE) / (box.maxX - box.minX), (H - 2 * EDGE) / (box.maxY - box.minY));
    const at = (p: { x: number; y: number }): string =>
      `${(W / 2 + (p.x - (box.minX + box.maxX) / 2) * scale).toFixed(1)} ${(H / 2 - (p.y - (box.minY + box.maxY) / 2) * scale).toFixed(1)}`;
    const words = (paths: typeof outline): string => paths.map((p) => pathWords(p, at)).join('');
    return { outline: words(outline), cuts: words(cuts) };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return (
    <Box asChild flexShrink="0">
      <svg
        width={W}
        height={H}
        viewBox={`0 0 ${W} ${H}`}
        aria-hidden="true"
        fill="none"
        stroke="currentColor"
      >
        <path d={drawn.cuts} opacity="0.4" />
        <path d={drawn.outline} fill="var(--chakra-colors-wood)" fillOpacity="0.35" />
      </svg>
    </Box>
  );
}
