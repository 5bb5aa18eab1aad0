// Production: own data directory (OSTENDO_DATA, by default ./data) or a PostgreSQL server (DATABASE_URL).
import { buildIfChanged, checkSettings, installPackages, say, serve } from './common.mjs';

installPackages();
await checkSettings(process.env);
buildIfChanged();
try {
  const { address } = await serve(process.env);
  say(`Ostendo is at ${address}`);
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
