import { run } from './run.ts';

// npm runs scripts from the project's folder; files are meant from where the command was typed.
const { INIT_CWD, npm_lifecycle_event: script } = process.env;
if (script === 'pelkin' && INIT_CWD) process.chdir(INIT_CWD);

process.exitCode = await run(process.argv.slice(2), {
  out: (content) => void process.stdout.write(content),
  err: (text) => void process.stderr.write(text),
});
