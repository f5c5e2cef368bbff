import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';

const WORTH_IT = /\.(js|css|svg|wasm)$/;
const SMALLEST = 1_000;

/** Writes what is served beside each asset as small as it gets, so that no request waits for it. */
export function compressed(): Plugin {
  let folder = '';
  return {
    name: 'compressed',
    apply: 'build',
    configResolved(config) {
      folder = resolve(config.root, config.build.outDir, config.build.assetsDir);
    },
    closeBundle() {
      for (const name of readdirSync(folder).filter((one) => WORTH_IT.test(one))) {
        const content = readFileSync(join(folder, name));
        if (content.length >= SMALLEST) {
          writeFileSync(join(folder, `${name}.gz`), gzipSync(content, { level: 9 }));
          writeFileSync(join(folder, `${name}.br`), brotliCompressSync(content));
        }
      }
    },
  };
}
