// Bundles styles, scripts and fonts into public/build. Nothing is fetched: all of it comes from node_modules and assets/.

import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { build } from 'esbuild';

const out = 'public/build';
await build({
  // The large view's viewer is as large as all the rest: a script of its own.
  entryPoints: { app: 'assets/app.js', large: 'assets/test-strip/large.js', style: 'assets/app.css' },
  bundle: true,
  minify: true,
  format: 'iife',
  target: ['es2022'],
  outdir: out,
  loader: { '.woff2': 'file' },
  assetNames: '[name]-[hash]',
  legalComments: 'none',
  logLevel: 'warning',
});
// Pages name the files with their content's hash, so that a browser keeps them until they change.
const hash = (name) =>
  createHash('sha256')
    .update(readFileSync(`${out}/${name}`))
    .digest('hex')
    .slice(0, 12);
writeFileSync(
  `${out}/versions.json`,
  JSON.stringify(Object.fromEntries(['app.js', 'large.js', 'style.css'].map((name) => [name, hash(name)]))),
);
