import { type App, compose } from '#compose';
import { buildDemo } from '#demo/build';
import { readConfig } from '#server/config';
import { openDatabase } from '#server/database/open';

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
let shown = -1;
await buildDemo(app, (share, at) => {
  const percent = Math.floor(share * 20) * 5;
  if (percent === shown) return;
  shown = percent;
  console.log(`  ${String(percent).padStart(3)} %  ${at.slice(0, 10)}`);
});
console.log(`Demo data made in ${((Date.now() - started) / 1000).toFixed(1)} s.`);
await app.close();
process.exit(0);
