import { startTestServer } from '/work/main/bin/lib/testServer.mjs';
const s = await startTestServer({ durable: true });
console.log(s.address);
process.on('SIGTERM', async () => { await s.stop(); process.exit(0); });
setInterval(() => {}, 1000);
