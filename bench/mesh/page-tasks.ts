import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { start } from '../../scripts/served';
import type { Measured } from '../table';

const executablePath = [process.env.BRUNKEL_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
  (path) => path && existsSync(path)
);

/** Notes every task of the page that takes longer than 50 ms. Text, as the compiler's helpers do not exist in the page. */
const WATCH_TASKS = `
  window.tasks = [];
  new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) window.tasks.push(duration);
  }).observe({ type: 'longtask' });
`;

/** Without a graphics chip the picture would be drawn by the processor, for seconds: here there is none to draw on. */
const NO_PICTURE = `HTMLCanvasElement.prototype.getContext = () => null;`;

/**
 * The page while a mesh file is worked out beside it: its longest task, the picture in three dimensions left out.
 */
export async function pageTasks(file: string): Promise<Measured[]> {
  if (!executablePath) {
    console.log('page tasks: not measured, for want of Chromium');
    return [];
  }
  const folder = mkdtempSync(join(tmpdir(), 'brunkel-bench-'));
  const server = await start(folder);
  const browser = await chromium.launch({
    executablePath,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking'
    ]
  });
  try {
    const page = await browser.newPage({ serviceWorkers: 'block' });
    await page.addInitScript(NO_PICTURE);
    await page.goto(`${server.url}/patterns/new`);
    await page.waitForFunction(() => document.documentElement.dataset.ready === 'yes');
    await page.getByText('Drop an STL, OBJ or 3MF here').waitFor();
    await page.evaluate(WATCH_TASKS);
    await page.locator('input[type=file]').setInputFiles(file);
    await page.getByText('Which way up').waitFor({ timeout: 120_000 });
    const tasks = await page.evaluate<number[]>('window.tasks');
    return [
      {
        what: 'page while 1M is worked out: longest task',
        value: Math.max(0, ...tasks),
        target: 50,
        unit: 'ms'
      }
    ];
  } finally {
    await browser.close();
    await server.end();
    rmSync(folder, { recursive: true, force: true });
  }
}
