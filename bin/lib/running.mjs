/** What runs of this project folder: the start command writes it down, others look before they touch the database. */
import { mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { STATE, alive, commandOf } from './system.mjs';

const FILE = join(STATE, 'running.json');

/** The start command that runs, with the address and the database's port as far as they are known; null when none does. */
export function readRunning() {
  try {
    const noted = JSON.parse(readFileSync(FILE, 'utf8'));
    // A number that was left behind by a power cut may be another program's by now.
    return alive(noted.pid) && /bin\/start\.mjs/.test(commandOf(noted.pid)) ? noted : null;
  } catch {
    // There is none, or it was left half-written by a run that is gone.
    return null;
  }
}

/** What was noted last, whether or not it runs still. */
export function readNoted() {
  try {
    return JSON.parse(readFileSync(FILE, 'utf8'));
  } catch {
    return null;
  }
}

/** Written whole or not at all. */
export function noteRunning(what) {
  mkdirSync(STATE, { recursive: true });
  writeFileSync(`${FILE}.new`, JSON.stringify({ pid: process.pid, ...what }), { mode: 0o600 });
  renameSync(`${FILE}.new`, FILE);
}

/** Takes the note away, if it is this process's own. */
export function forgetRunning() {
  if (readNoted()?.pid === process.pid) rmSync(FILE, { force: true });
}
