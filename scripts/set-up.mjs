/** Puts a fresh machine in order: packages from the lock file, and for tests a Chromium. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { chromiumPath, findChromium } from './chromium.mjs';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the project's folder, showing its output; true when it went well. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  return result.status === 0;
}

/** Installs packages when they are missing or the lock file has changed since. Ends the process when that fails. */
export function setUpPackages() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Sashiko needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const stamp = `${ROOT}node_modules/.sashiko-installed`;
  const wanted = createHash('sha256')
    .update(readFileSync(`${ROOT}package-lock.json`))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Installing packages (about a minute, once) …');
  if (!run('npm', ['ci', '--no-audit', '--no-fund'])) {
    console.error('The packages could not be installed. Is there a connection to a package registry?');
    process.exit(1);
  }
  writeFileSync(stamp, wanted);
}

/** Installs a package of Debian's where that is possible. */
function installFromDebian(name, why) {
  const mayInstall =
    process.platform === 'linux' && process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (!mayInstall) return;
  console.log(`Installing ${why} (once) …`);
  const quiet = ['-o', 'DPkg::Lock::Timeout=300', '-y', '-qq'];
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-qq'], { env });
  run('apt-get', ['install', ...quiet, name], { env, stdio: ['ignore', 'ignore', 'inherit'] });
}

/** A general-purpose circuit simulator that tests compare with; where it cannot be had they say so and pass it over. */
export function setUpSimulator() {
  if (spawnSync('ngspice', ['--version']).status !== 0)
    installFromDebian('ngspice', 'a circuit simulator that the tests compare with');
}

/** Makes sure there is a Chromium for the browser tests. True when there is one. */
export function setUpChromium() {
  if (process.env.SASHIKO_CHROMIUM === undefined)
    for (const name of ['chromium-headless-shell', 'chromium'])
      if (findChromium() === null) installFromDebian(name, 'Chromium for the browser tests');
  try {
    chromiumPath();
    return true;
  } catch (error) {
    console.error(error instanceof Error ? error.message : error);
    return false;
  }
}
