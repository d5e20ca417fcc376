/** Entry for writing DXF: apart from the index, so that a page loads the writer only when a file is saved. */
export { DXF_CURVES, DXF_TOLERANCE, drawingDxf } from './files/dxf.ts';
export type { DxfCurves, DxfFile } from './files/dxf.ts';
