import { zipSync, strToU8 } from 'fflate';
import type { Mesh } from '../solid/mesh/mesh.ts';

const normalOf = (p: Float32Array, [a, b, c]: readonly [number, number, number]): readonly number[] => {
  const at = (i: number, k: number): number => p[3 * i + k]!;
  const u = [0, 1, 2].map((k) => at(b, k) - at(a, k)) as [number, number, number];
  const v = [0, 1, 2].map((k) => at(c, k) - at(a, k)) as [number, number, number];
  const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
  const long = Math.hypot(...n) || 1;
  return n.map((x) => x / long);
};

/** The other hand: mirrored along the centre line, its triangles turned so that they still face outward. */
export function mirroredMesh({ places, triangles, volume }: Mesh): Mesh {
  return {
    places: places.map((v, i) => (i % 3 === 0 ? -v : v)),
    triangles: triangles.map((_, i) => triangles[i - (i % 3) + [0, 2, 1][i % 3]!]!),
    volume,
  };
}

/** STL, binary, millimetres. */
export function stlOf({ places, triangles }: Mesh, name: string): Uint8Array {
  const count = triangles.length / 3;
  const bytes = new Uint8Array(84 + 50 * count);
  const view = new DataView(bytes.buffer);
  bytes.set(strToU8(`${name}, millimetres`.replace(/[^\x20-\x7e]/g, '').slice(0, 79)), 0);
  view.setUint32(80, count, true);
  for (let t = 0; t < count; t += 1) {
    const corners = [triangles[3 * t]!, triangles[3 * t + 1]!, triangles[3 * t + 2]!] as const;
    let o = 84 + 50 * t;
    for (const n of normalOf(places, corners)) view.setFloat32((o += 4) - 4, n, true);
    for (const i of corners)
      for (let k = 0; k < 3; k += 1) view.setFloat32((o += 4) - 4, places[3 * i + k]!, true);
  }
  return bytes;
}

const figure = (v: number): string => String(Number(v.toFixed(5)));

/** Wavefront OBJ; the format has no unit: millimetres, and says so. */
export function objOf({ places, triangles }: Mesh, name: string): string {
  const lines = [`# ${name.replace(/[\r\n]/g, ' ')}`, '# millimetres', 'o body'];
  for (let i = 0; i < places.length; i += 3)
    lines.push(`v ${figure(places[i]!)} ${figure(places[i + 1]!)} ${figure(places[i + 2]!)}`);
  for (let t = 0; t < triangles.length; t += 3)
    lines.push(`f ${triangles[t]! + 1} ${triangles[t + 1]! + 1} ${triangles[t + 2]! + 1}`);
  return `${lines.join('\n')}\n`;
}

const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** 3MF (core specification), millimetres. */
export function threeMfOf({ places, triangles }: Mesh, name: string): Uint8Array {
  const vertices: string[] = [];
  for (let i = 0; i < places.length; i += 3)
    vertices.push(
      `<vertex x="${figure(places[i]!)}" y="${figure(places[i + 1]!)}" z="${figure(places[i + 2]!)}"/>`,
    );
  const faces: string[] = [];
  for (let t = 0; t < triangles.length; t += 3)
    faces.push(`<triangle v1="${triangles[t]}" v2="${triangles[t + 1]}" v3="${triangles[t + 2]}"/>`);
  const model = `<?xml version="1.0" encoding="UTF-8"?>
<model unit="millimeter" xml:lang="en" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">
<metadata name="Title">${escaped(name)}</metadata>
<resources><object id="1" type="model" name="${escaped(name)}"><mesh><vertices>${vertices.join('')}</vertices><triangles>${faces.join('')}</triangles></mesh></object></resources>
<build><item objectid="1"/></build>
</model>
`;
  return zipSync({
    '[Content_Types].xml': strToU8(
      '<?xml version="1.0" encoding="UTF-8"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>\n',
    ),
    '_rels/.rels': strToU8(
      '<?xml version="1.0" encoding="UTF-8"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>\n',
    ),
    '3D/3dmodel.model': strToU8(model),
  });
}
