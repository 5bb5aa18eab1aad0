import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Lighthouse's scores of a page on a phone, run by its own command. */
export function lighthouse(url: string): string {
  const folder = mkdtempSync(join(tmpdir(), 'ostendo-lighthouse-'));
  try {
    execFileSync(
      'npx',
      [
        ...['lighthouse', url, '--quiet', '--output=json', `--output-path=${folder}/report.json`],
        ...['--only-categories=performance,accessibility,best-practices'],
        '--chrome-flags=--headless --no-sandbox --disable-gpu',
      ],
      { env: { ...process.env, CHROME_PATH: '/usr/bin/chromium' }, stdio: 'ignore' },
    );
    const { categories } = JSON.parse(readFileSync(`${folder}/report.json`, 'utf8')) as {
      categories: Record<string, { title: string; score: number }>;
    };
    return Object.values(categories)
      .map(({ title, score }) => `${title.toLowerCase()} ${Math.round(score * 100)}`)
      .join(', ');
  } finally {
    rmSync(folder, { recursive: true });
  }
}
