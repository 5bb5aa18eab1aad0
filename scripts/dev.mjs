// Development: Astro's server with reloading, on the demo's data where there is some.
import { existsSync } from 'node:fs';
import { installPackages, run } from './common.mjs';

installPackages();
const demo = existsSync('.demo/demo-ready');
run('npx', ['astro', 'dev'], demo ? { OSTENDO_DATA: '.demo', OSTENDO_DEMO: '1' } : {});
