/** How charts look, wherever they stand: small words along thin axes. */
export const CHART = {
  /** For the box round a chart: type set by attributes gives way to the page’s own. */
  css: { '& text': { fontSize: '10.5px', fontFamily: 'body' } },
  tick: { fill: 'var(--chakra-colors-faded)' },
  axis: 'var(--chakra-colors-rule)',
  zero: 'var(--chakra-colors-faded)',
  tooltip: {
    fontSize: 12,
    background: 'var(--chakra-colors-sheet)',
    borderColor: 'var(--chakra-colors-rule)',
  },
} as const;
