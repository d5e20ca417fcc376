import { parseArgs } from 'node:util';
import {
  FORMATS,
  PIECES,
  SHOWABLE,
  WRITERS,
  createDeriver,
  designJsonSchema,
  designReport,
  simulatedTrial,
  designText,
  readMeasuresText,
} from '@pelkin/core';
import { exportDesign } from './export.ts';
import type { Exit } from './failure.ts';
import { EXIT, Failure } from './failure.ts';
import { readDesign, readText, refusalLines, writeWhole } from './fileAccess.ts';

const valuesOf = (option: string): string =>
  WRITERS.flatMap((w) => (w.option?.name === option ? [w.option.value] : [])).join(', ');

export const HELP = `pelkin: designs of electric guitars and basses, on the command line

  pelkin check DESIGN                       what follows from a design and what the checks find, as JSON
  pelkin export DESIGN --as FORMAT --out FILE
      FORMAT    ${FORMATS.join(', ')}
      --curves  ${valuesOf('curves')}     (dxf; the first if not said)
      --layers-by  ${valuesOf('layers-by')}                   (dxf for a machine: a layer for each face and depth)
      --seen-from  front, back             (pdf, svg, dxf)
      --piece   ${PIECES.join(', ')}         (stl, 3mf, obj; neck: pdf, svg, dxf too; front and core: solid too)
      --table   ${valuesOf('table')}              (csv; the first if not said)
      --paper   A4, A3, Letter, Legal, Tabloid, own, roll
      --orientation  portrait, landscape
      --layers  ${SHOWABLE.join(',')}
      --saw-line MM                         a line to saw along, outside the edge
      --hand    right, left
      --revision TEXT, --date TEXT          as they stand on paper
  pelkin new --from MEASURES [--out FILE]   begins a design from a file of measures
  pelkin schema                             JSON Schema of the design file
  pelkin trial DESIGN [--seed N]            weighed on a simulated scale and hung on three simulated players, as JSON

FILE may be - for standard output. Exit codes: 0 done, 1 refused, 2 wrong use, 3 a file failed,
4 a “stop” finding stands open (check).
`;

/** Where a command writes; the tests give their own. */
export interface Streams {
  readonly out: (content: string | Uint8Array) => void;
  readonly err: (text: string) => void;
}

const OPTIONS = {
  as: { type: 'string' },
  out: { type: 'string' },
  from: { type: 'string' },
  curves: { type: 'string' },
  'layers-by': { type: 'string' },
  'seen-from': { type: 'string' },
  piece: { type: 'string' },
  table: { type: 'string' },
  paper: { type: 'string' },
  orientation: { type: 'string' },
  layers: { type: 'string' },
  'saw-line': { type: 'string' },
  hand: { type: 'string' },
  seed: { type: 'string' },
  revision: { type: 'string' },
  date: { type: 'string' },
  help: { type: 'boolean', short: 'h' },
} as const;

/** Options of each command; one that belongs to another is wrong use, not ignored. */
const ALLOWED: Readonly<Record<string, readonly string[]>> = {
  check: ['out'],
  export: [
    'as',
    'out',
    'curves',
    'layers-by',
    'seen-from',
    'piece',
    'table',
    'paper',
    'orientation',
    'layers',
    'saw-line',
    'hand',
    'revision',
    'date',
  ],
  new: ['from', 'out'],
  schema: ['out'],
  trial: ['out', 'seed'],
};

const usage = (message: string): Failure => new Failure(EXIT.usage, `${message}\nTry: pelkin --help`);

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

async function command(args: readonly string[], streams: Streams): Promise<Exit> {
  let parsed;
  try {
    parsed = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  } catch (error) {
    throw usage((error as Error).message);
  }
  const { values, positionals } = parsed;
  const [name, ...operands] = positionals;
  if (values.help || name === 'help') {
    streams.out(HELP);
    return EXIT.done;
  }
  if (name === undefined) throw usage('say what to do: check, export, new, schema or trial');
  const allowed = ALLOWED[name];
  if (!allowed) throw usage(`there is no command “${name}”`);
  const foreign = Object.keys(values).find((v) => !allowed.includes(v));
  if (foreign) throw usage(`“${name}” has no option --${foreign}`);
  const needed = name === 'check' || name === 'export' || name === 'trial' ? 1 : 0;
  if (operands.length !== needed)
    throw usage(needed ? `“${name}” takes one design file` : `“${name}” takes no file beside its options`);
  const write = async (content: string | Uint8Array): Promise<void> => {
    if (values.out === undefined || values.out === '-') streams.out(content);
    else await writeWhole(values.out, content);
  };
  if (name === 'schema') {
    await write(json(designJsonSchema()));
    return EXIT.done;
  }
  if (name === 'new') {
    if (values.from === undefined) throw usage('“new” needs --from MEASURES');
    const begun = readMeasuresText(await readText(values.from));
    if (!begun.ok) throw new Failure(EXIT.refused, refusalLines(values.from, begun.refusals));
    await write(designText(begun.design));
    return EXIT.done;
  }
  const design = await readDesign(operands[0]!);
  if (name === 'trial') {
    const seed = Number(values.seed ?? 1);
    if (!Number.isInteger(seed) || seed < 0) throw usage('--seed is a whole number from 0 on');
    const trial = simulatedTrial(design, createDeriver(), seed);
    if (!trial) throw new Failure(EXIT.refused, 'the design has no wood to weigh: draw its outline first');
    await write(json(trial));
    return EXIT.done;
  }
  if (name === 'check') {
    const report = designReport(design, createDeriver()(design));
    await write(json(report));
    const stops = report.findings.filter((f) => f.severity === 'stop' && f.accepted === null);
    for (const f of stops) streams.err(`stop: ${f.title} (${f.subject}). ${f.says}\n`);
    return stops.length ? EXIT.stop : EXIT.done;
  }
  const format = FORMATS.find((f) => f === values.as);
  if (!format) throw usage(`“export” needs --as, one of ${FORMATS.join(', ')}`);
  if (values.out === undefined) throw usage('“export” needs --out FILE, or --out - for standard output');
  const { content, told } = await exportDesign(design, format, values);
  await write(content);
  streams.err(`${told}\n`);
  return EXIT.done;
}

/** Runs one command; every failure is words on the error stream and an exit code, never a stack. */
export async function run(args: readonly string[], streams: Streams): Promise<Exit> {
  try {
    return await command(args, streams);
  } catch (error) {
    if (!(error instanceof Failure)) throw error;
    streams.err(`${error.message}\n`);
    return error.exit;
  }
}
