/** Hands a file to the browser under a name that every file system takes. */
export function download(name: string, type: string, content: BlobPart): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
  // The browser reads the file after the click returns.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

/** A design's name as the beginning of a file name. */
export function fileStem(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N} _-]/gu, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase();
  return plain || 'design';
}
