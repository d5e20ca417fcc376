import { readFileSync, writeFileSync } from 'node:fs';
import { checkDesign, createDeriver } from './src/index.ts';
import { createBody } from './src/shape/bodySolid.ts';
import { meshOf } from './src/solid/mesh.ts';
import { objOf, stlOf, threeMfOf } from './src/files/meshFiles.ts';
const derive = createDeriver();
const body = createBody(0.02);
for (const n of ['windrow', 'skerry', 'fathom']) {
  const r = checkDesign(JSON.parse(readFileSync(`/work/main/demo/${n}.json`, 'utf8'))); if (!r.ok) throw 1;
  const d = derive(r.design);
  const { solid } = body(r.design.body, d.layout, d.path);
  for (let k = 0; k < 2; k++) {
  const t = performance.now();
  const m = await meshOf(solid);
  console.log(n, (performance.now() - t).toFixed(0), 'ms', m.triangles.length / 3, m.volume);
  if (k) { writeFileSync(`/tmp/w/${n}.stl`, stlOf(m, n)); writeFileSync(`/tmp/w/${n}.obj`, objOf(m, n)); writeFileSync(`/tmp/w/${n}.3mf`, threeMfOf(m, n)); }
  }
}
