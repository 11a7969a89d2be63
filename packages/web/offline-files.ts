/** Parts of the build: the service worker with the list of what was built, and every file also in compressed form. */
import { createHash } from 'node:crypto';
import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { type Plugin, type Rollup, transformWithOxc } from 'vite';

const SOURCE = 'src/offline/service-worker.ts';
const NAME = 'service-worker.js';

/** Endings of files that are worth compressing; pictures and web fonts are compressed already. */
const COMPRESSED = /\.(?:js|css|html|svg|ttf|webmanifest)$/;
/** Shorter files than this are sent as they are, bytes. */
const LEAST_COMPRESSED = 1000;

/** The files of a folder and the folders in it, as addresses: `/assets/app.js`. */
async function filesIn(folder: string): Promise<readonly string[]> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true });
  return entries
    .filter((entry) => entry.isFile())
    .map((entry) => `/${relative(folder, join(entry.parentPath, entry.name)).replaceAll(sep, '/')}`)
    .sort();
}

/** What the first page needs: the entry with what it imports, the worktable that it fetches at once, styles, fonts, icons. */
function firstFiles(files: readonly string[], bundle: Rollup.OutputBundle): readonly string[] {
  const wanted = new Set<string>();
  const want = (fileName: string): void => {
    const output = bundle[fileName];
    if (wanted.has(`/${fileName}`) || output?.type !== 'chunk') return;
    wanted.add(`/${fileName}`);
    for (const next of [...output.imports, ...output.dynamicImports]) want(next);
  };
  for (const output of Object.values(bundle))
    if (output.type === 'chunk' && output.isEntry) want(output.fileName);
  return files.filter(
    (file) => wanted.has(file) || !file.startsWith('/assets/') || /\.(?:css|woff2)$/.test(file),
  );
}

/** Writes `service-worker.js` with the list of all files. */
export function offlineFiles(): Plugin {
  let root = '';
  return {
    name: 'sashiko-offline-files',
    apply: 'build',
    configResolved(config) {
      root = config.root;
    },
    async writeBundle({ dir = '' }, bundle) {
      const files = (await filesIn(dir)).filter((file) => file !== `/${NAME}` && !/\.(?:br|gz)$/.test(file));
      const source = await readFile(join(root, SOURCE), 'utf8');
      const hash = createHash('sha256').update(source);
      const hashes: Record<string, string> = {};
      for (const file of files) {
        const content = await readFile(join(dir, file));
        hash.update(file).update(content);
        hashes[file] = createHash('sha256').update(content).digest('hex');
      }
      const first = firstFiles(files, bundle);
      const list = {
        version: hash.digest('hex').slice(0, 16),
        first,
        rest: files.filter((file) => !first.includes(file)),
        hashes,
      };
      const { code } = await transformWithOxc(source, SOURCE);
      await writeFile(join(dir, NAME), `const FILES = ${JSON.stringify(list)};\n${code}`);
    },
  };
}

/** Writes every file that is worth it once more with brotli and once with gzip, so that the server has nothing to do. */
export function compressedFiles(): Plugin {
  return {
    name: 'sashiko-compressed-files',
    apply: 'build',
    async writeBundle({ dir = '' }) {
      const brotli = promisify(brotliCompress);
      const zip = promisify(gzip);
      await Promise.all(
        (await filesIn(dir)).map(async (file) => {
          const content = await readFile(join(dir, file));
          if (!COMPRESSED.test(file) || content.length < LEAST_COMPRESSED) return;
          const params = { [constants.BROTLI_PARAM_QUALITY]: 9 };
          await writeFile(join(dir, `${file}.br`), await brotli(content, { params }));
          await writeFile(join(dir, `${file}.gz`), await zip(content, { level: 9 }));
        }),
      );
    },
  };
}
