import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { expect, test } from '@playwright/test';
// @ts-expect-error a script of the project, without types
import { SERVER } from '../bin/lib/system.mjs';
import { held, makeDesign, saved, type, measureLabel } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as LIST } from '../web/src/designs/words.ts';
import { WORDS as STRINGS } from '../web/src/stages/strings/words.ts';

/** A server of this test's own on the same database, to be killed and started again. */
async function startServer(port: string): Promise<{ address: string; child: ChildProcess }> {
  const root = new URL('..', import.meta.url).pathname;
  const child = spawn(process.execPath, SERVER as string[], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: port,
      DATABASE_URL: process.env.E2E_DATABASE_URL!,
      WEB_ROOT: `${root}web/dist`,
    },
  });
  const address = await new Promise<string>((done, failed) => {
    child.stdout!.on('data', (chunk) => {
      const found = /^listening (\S+)/m.exec(String(chunk))?.[1];
      if (found) done(found);
    });
    child.once('exit', () => failed(new Error('the server did not start')));
  });
  return { address, child };
}
const killed = (child: ChildProcess): Promise<void> =>
  new Promise((done) => {
    child.once('exit', () => done());
    child.kill('SIGKILL');
  });

test('a server killed in the middle: drawing goes on, paper too, and all of it is there when it is back', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Stopped');
  let server = await startServer('0');
  const port = new URL(server.address).port;
  try {
    await page.goto(`${server.address}/designs/${id}/strings`);
    await saved(page);
    await type(page.getByRole('textbox', { name: STRINGS.nutWidth }), '43');
    await saved(page);
    await killed(server.child);
    await type(page.getByRole('textbox', { name: LIST.scaleLength }), '640');
    await expect(page.getByTestId('saved-state')).toHaveText(/server away: 1 change kept on this device/);
    await page
      .getByRole('navigation', { name: FRAME.workOrder })
      .getByRole('link', { name: /Outline/ })
      .click();
    await type(page.getByRole('textbox', { name: measureLabel('lowerBout'), exact: true }), '318');
    await expect(page.getByTestId('reading-widest')).toContainText('318.0');
    await expect(page.getByTestId('saved-state')).toHaveText(/2 changes kept on this device/);
    // What was called saved is on the server, and nothing more.
    expect((await held(request, id)).design.strings).toMatchObject({ nutWidth: 43, scaleLength: 628 });
    server = await startServer(port);
    await saved(page);
    const { design } = await held(request, id);
    expect(design.strings).toMatchObject({ nutWidth: 43, scaleLength: 640 });
    await page.reload();
    await expect(page.getByRole('textbox', { name: measureLabel('lowerBout'), exact: true })).toHaveValue(
      '318.0',
    );
  } finally {
    await killed(server.child).catch(() => undefined);
  }
});
