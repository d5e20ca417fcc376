export { fretTableCsv, saddleTableCsv, tunerTableCsv } from './csv.ts';
export { weightsFor } from './lineWeights.ts';
export { paperNotes, paperOf } from './paper.ts';
export { designReport } from './report.ts';
export { drawingSvg } from './svg.ts';
