import node from '@astrojs/node';
import react from '@astrojs/react';
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { defineConfig } from 'astro/config';

/**
 * What is started besides Astro's pages, built with the server's modules so that it shares them: `dist/server/main.mjs`, the
 * demo's making, the thread that plays its years, what makes the directory that a new installation begins with, and the thread that makes papers.
 */
const ownEntries = [
  'main',
  'demo/makeDemo',
  'demo/years/playing',
  'server/database/makeFirst',
  'server/pdf/paperThread',
].map((name) => fileURLToPath(new URL(`./src/${name}.ts`, import.meta.url)));

const ownEntry = () => ({
  name: 'own-entry',
  hooks: {
    'astro:build:setup': ({ vite, target }) => {
      if (target !== 'server') return;
      vite.plugins.push({
        name: 'own-entry',
        options: (options) => ({ ...options, input: [options.input, ...ownEntries].flat() }),
      });
    },
  },
});

const digest = (text) => createHash('sha256').update(text).digest('base64url').slice(0, 3);

/** Lays a brotli and a gzip form beside each asset that gains by it; the server then sends what a browser takes. */
const compressedAssets = () => ({
  name: 'compressed-assets',
  hooks: {
    'astro:build:done': ({ dir }) => {
      const folder = fileURLToPath(dir);
      for (const name of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
        if (!/\.(js|css|svg|html|json|txt|map)$/.test(name)) continue;
        const bytes = readFileSync(join(folder, name));
        if (bytes.length < 1024) continue;
        writeFileSync(join(folder, `${name}.br`), brotliCompressSync(bytes));
        writeFileSync(join(folder, `${name}.gz`), gzipSync(bytes, { level: 9 }));
      }
    },
  },
});

/** Makes by what was built the data directory that new installations copy. */
const firstDirectory = () => ({
  name: 'first-directory',
  hooks: {
    'astro:build:done': () =>
      void execFileSync(process.execPath, ['dist/server/makeFirst.mjs'], { stdio: ['ignore', 'ignore', 'inherit'] }),
  },
});

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react(), ownEntry(), compressedAssets(), firstDirectory()],
  server: { port: Number(process.env.PORT ?? 4321), host: process.env.HOST ?? '127.0.0.1' },
  // The middleware checks where a request begins, by the host that the browser sees.
  security: { checkOrigin: false },
  devToolbar: { enabled: false },

  // The middleware answers every response with its policy; Astro adds the hashes of its own inline scripts.
  experimental: { csp: true },
  vite: {
    // Short names of classes: the tables of them are in what a phone loads.
    css: {
      modules: {
        generateScopedName: (name, file) => `${name}_${digest(relative(process.cwd(), file.split('?')[0]))}`,
      },
    },
    // Components and plain modules lie side by side there: package imports could name only one extension.
    resolve: {
      alias: {
        '#islands': fileURLToPath(new URL('./src/islands', import.meta.url)),
        // The adapter's own way to files, which is never gone here.
        send: fileURLToPath(new URL('./src/server/http/entry/sendsNothing.ts', import.meta.url)),
      },
    },
    ssr: {
      // Of hundreds of small files each: in one, the process starts in half the time.
      noExternal: [
        /^(@better-auth|@opentelemetry|@zxcvbn-ts|drizzle-orm|zod|jose|libphonenumber-js|jsvat|cockatiel|better-call|csv-stringify|rate-limiter-flexible)(\/|$)/,
        /^better-auth/,
      ],
      external: [
        '@electric-sql/pglite',
        'pg',
        'pg-protocol',
        '@node-rs/argon2',
        'nodemailer',
        'mailparser',
        'pino',
        'fs-native-extensions',
        'compression',
        'sirv',
        'on-headers',
        'proxy-addr',
      ],
    },
    build: { target: 'es2022' },
  },
});
