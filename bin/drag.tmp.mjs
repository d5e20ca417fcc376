import { chromium } from '@playwright/test';
const [address, name] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const list = (await (await fetch(`${address}/api/designs`)).json()).designs;
const id = list.find((d) => d.name === name).id;
await page.goto(`${address}/designs/${id}/outline`);
await page.waitForTimeout(4000);
const box = await page.locator('[data-node="n4"]').first().boundingBox();
const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
await page.evaluate(() => { window.long = []; new PerformanceObserver((l) => l.getEntries().forEach((e) => window.long.push(Math.round(e.duration)))).observe({ entryTypes: ['longtask'] }); window.gaps = []; let last = performance.now(); const f = () => { const n = performance.now(); window.gaps.push(n - last); last = n; requestAnimationFrame(f); }; requestAnimationFrame(f); });
await page.mouse.move(x, y); await page.mouse.down();
for (let i = 0; i < 80; i++) { await page.mouse.move(x + Math.sin(i / 6) * 12, y + Math.cos(i / 6) * 8); await page.waitForTimeout(12); }
await page.mouse.up(); await page.waitForTimeout(1500);
const { long, gaps } = await page.evaluate(() => ({ long: window.long, gaps: window.gaps }));
const s = gaps.slice(2).sort((a, b) => a - b);
console.log(name, 'frames', s.length, 'median', s[s.length >> 1].toFixed(1), 'p95', s[Math.floor(s.length * 0.95)].toFixed(1), 'long tasks', long.length, long.slice(0, 40).join(' '));
await browser.close();
