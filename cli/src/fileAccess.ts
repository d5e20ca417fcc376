import { randomBytes } from 'node:crypto';
import { readFile, rename, rm, writeFile } from 'node:fs/promises';
import type { Design, Refusal } from '@pelkin/core';
import { readDesignText } from '@pelkin/core';
import { EXIT, Failure } from './failure.ts';

const reason = (error: unknown): string => {
  const { code, message } = error as NodeJS.ErrnoException;
  const words: Readonly<Record<string, string>> = {
    ENOENT: 'there is no such file or folder',
    EACCES: 'it may not be opened',
    EISDIR: 'it is a folder',
    ENOSPC: 'the disk is full',
  };
  return words[code ?? ''] ?? message;
};

export async function readText(path: string): Promise<string> {
  try {
    return await readFile(path, 'utf8');
  } catch (error) {
    throw new Failure(EXIT.file, `${path} cannot be read: ${reason(error)}`);
  }
}

/** Refusals, one a line, each with its place. */
export const refusalLines = (path: string, refusals: readonly Refusal[]): string =>
  refusals.map((r) => `${path}: ${r.where ? `${r.where}: ` : ''}${r.message}`).join('\n');

export async function readDesign(path: string): Promise<Design> {
  const read = readDesignText(await readText(path));
  if (!read.ok) throw new Failure(EXIT.refused, refusalLines(path, read.refusals));
  return read.design;
}

/** Writes a file whole or not at all: beside its place first, then moved there. */
export async function writeWhole(path: string, content: string | Uint8Array): Promise<void> {
  const beside = `${path}.${randomBytes(4).toString('hex')}.part`;
  try {
    await writeFile(beside, content);
    await rename(beside, path);
  } catch (error) {
    await rm(beside, { force: true });
    throw new Failure(EXIT.file, `${path} cannot be written: ${reason(error)}`);
  }
}
