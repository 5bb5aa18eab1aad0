import { type App, compose } from '#compose';
import { buildDemo } from '#demo/build';
import { readConfig } from '#server/config';
import { openDatabase } from '#server/database/open';

/** `--years 2`: so many of before, at most ten. */
function yearsAsked(given: readonly string[]): number {
  const at = given.indexOf('--years');
  const years = at < 0 ? 0 : Number(given[at + 1]);
  if (Number.isInteger(years) && years >= 0 && years <= 10) return years;
  console.error('--years wants a whole number from 0 to 10.');
  process.exit(2);
}

const config = readConfig(process.env);
const receiving: { app?: App } = {};
// No server runs yet: the network's signed events are handed to the same endpoint's function.
const opened = await openDatabase({ ...config, durable: false });
const app = await compose(config, {
  opened,
  post: async (provider, body, headers) => ({
    ok: (await receiving.app!.receiveEvent(provider, body, new Headers(headers))) === 200,
  }),
});
receiving.app = app;
const started = Date.now();
let shown = '';
await buildDemo(
  app,
  (share, at) => {
    const line = `  ${String(Math.floor(share * 20) * 5).padStart(3)} %`;
    if (line === shown) return;
    shown = line;
    console.log(`${line}  ${at.slice(0, 10)}`);
  },
  yearsAsked(process.argv),
);
console.log(`Demo data made in ${((Date.now() - started) / 1000).toFixed(1)} s.`);
await app.close();
process.exit(0);
