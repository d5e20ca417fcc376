/** The layers that a text DXF draws on, and how many circles it has: read by its groups alone, not by the product. */
export function dxfParts(text: string): { readonly layers: readonly string[]; readonly circles: number } {
  const lines = text.split(/\r?\n/).map((l) => l.trim());
  const layers = new Set<string>();
  let [circles, inEntities, kind] = [0, false, ''];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const [code, value] = [lines[i]!, lines[i + 1]!];
    if (code === '2' && value === 'ENTITIES') inEntities = true;
    if (code === '0') {
      kind = value;
      if (value === 'ENDSEC') inEntities = false;
      if (inEntities && kind === 'CIRCLE') circles += 1;
    }
    if (inEntities && code === '8') layers.add(value);
  }
  return { layers: [...layers], circles };
}
