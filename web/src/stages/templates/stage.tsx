import type { Box } from '@pelkin/core';
import { drawingSvg, mirrorDrawing, paperName, planToTemplate, unionBox, weightsFor } from '@pelkin/core';
import type { DxfCurves } from '@pelkin/core/files/dxf';
import { download, fileStem, titleOf } from '../../shared/download.ts';
import type { FileOffer } from '../stage.ts';
import { stageOf } from '../stage.ts';
import { TemplatesParticulars } from './TemplatesParticulars.tsx';
import { TemplatesTools } from './TemplatesTools.tsx';
import { printPaper } from './printPaper.ts';

const dxf = (curves: DxfCurves, name: string, about: string): FileOffer => ({
  key: `dxf-${curves}`,
  name,
  about,
  save: async (design, { template }) => {
    const { drawingDxf } = await import('@pelkin/core/files/dxf');
    const { text, deviation } = drawingDxf(template, titleOf(design), curves);
    download(`${fileStem(design.name)}-${curves}.dxf`, 'image/vnd.dxf', text);
    return `DXF in millimetres, ${deviation === 0 ? 'exact' : `off by at most ${deviation.toFixed(4)} mm`}`;
  },
});
const SHOWS = {};

export const templates = stageOf({
  key: 'templates',
  name: 'Templates',
  about: 'Full-size paper, checked with a ruler',
  Tools: TemplatesTools,
  Particulars: TemplatesParticulars,
  fitTo: (design, { plan }) => {
    const back = planToTemplate(plan);
    const flip = design.handedness === 'left' ? -1 : 1;
    const corners = plan.tiles.flatMap(({ area: t }) =>
      [
        { x: t.minX, y: t.minY },
        { x: t.maxX, y: t.minY },
        { x: t.maxX, y: t.maxY },
        { x: t.minX, y: t.maxY },
      ].map(back),
    );
    return corners.reduce<Box | null>(
      (box, { x, y }) => unionBox(box, { minX: flip * x, maxX: flip * x, minY: y, maxY: y }),
      null,
    )!;
  },
  // As it is on paper; files are mirrored for a left-handed instrument, the board mirrors itself.
  draw: (design, { template }) => (design.handedness === 'left' ? mirrorDrawing(template) : template),
  useOnBoard: () => ({ shows: SHOWS }),
  summary: ({ print }, { plan }) => {
    const sheets = plan.printed.length;
    return `${sheets} ${paperName(print.paper)} ${sheets === 1 ? 'sheet' : 'sheets'}`;
  },
  keys: [['↑ ↓ in a field', 'nudge by 0.1 (Shift 1, Alt 0.01)']],
  readings: [
    {
      key: 'sheets',
      label: 'Sheets to print',
      isCount: true,
      of: ({ print }, { plan }) => {
        const leftOut = plan.tiles.length - plan.printed.length;
        return {
          value: plan.printed.length,
          shown: String(plan.printed.length),
          unit: paperName(print.paper),
          note: leftOut ? `${leftOut} empty left out` : `${plan.grid.columns} across, ${plan.grid.rows} high`,
          place: null,
        };
      },
    },
  ],
  files: [
    {
      key: 'pdf',
      name: 'Full-size paper',
      about: 'PDF, tiled, 1:1',
      save: async () => {
        await printPaper();
        return null;
      },
    },
    {
      key: 'svg',
      name: 'Template drawing',
      about: 'SVG, true millimetres',
      save: async (design, { template }) => {
        const text = drawingSvg(template, titleOf(design), weightsFor(design.print.weights));
        download(`${fileStem(design.name)}-template.svg`, 'image/svg+xml', text);
        return null;
      },
    },
    dxf('arcs', 'Profiles as arcs', 'DXF, within 0.01 mm'),
    dxf('polyline', 'Profiles as straight steps', 'DXF, within 0.01 mm'),
    dxf('splines', 'Profiles as splines', 'DXF, exact'),
  ],
  later: [],
});
