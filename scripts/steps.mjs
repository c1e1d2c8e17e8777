import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

export const root = join(import.meta.dirname, '..');

/** Runs a program in the project; its output is shown unless `quiet`, and shown anyway when it fails. */
export function run(command, args, { quiet = false, env = {} } = {}) {
  const result = spawnSync(command, args, {
    cwd: root,
    stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, NG_CLI_ANALYTICS: 'false', ...env },
    maxBuffer: 1 << 28,
  });
  if (result.status !== 0) {
    if (quiet) process.stderr.write(`${result.stdout ?? ''}${result.stderr ?? ''}`);
    throw new Error(`${command} ${args.join(' ')} failed${result.error ? `: ${result.error.message}` : ''}`);
  }
}

/** Does a piece of work unless a stamp says that it was done for the same inputs. */
export function unlessDone(name, inputs, output, work) {
  const hash = createHash('sha256');
  for (const input of inputs)
    for (const file of filesIn(join(root, input))) hash.update(file).update(readFileSync(file));
  const key = hash.digest('hex');
  const stamp = join(root, '.cache', `${name}.stamp`);
  if (existsSync(stamp) && existsSync(join(root, output)) && readFileSync(stamp, 'utf8') === key)
    return false;
  work();
  mkdirSync(join(root, '.cache'), { recursive: true });
  writeFileSync(stamp, key);
  return true;
}

function filesIn(path) {
  if (!existsSync(path)) return [];
  if (statSync(path).isFile()) return [path];
  return readdirSync(path)
    .filter((name) => !['node_modules', 'dist'].includes(name))
    .sort()
    .flatMap((name) => filesIn(join(path, name)));
}

const SQLITE_HEADER = '/usr/include/sqlite3.h';

/** Installs Debian packages where that is allowed; true when they are there afterwards. */
export function debian(packages, isThere) {
  if (isThere()) return true;
  if (process.platform !== 'linux' || process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get'))
    return false;
  const apt = (...args) =>
    spawnSync('apt-get', args, {
      stdio: 'ignore',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  apt('update');
  apt('install', '-y', '--no-install-recommends', ...packages);
  return isThere();
}

/** Installs the packages when the lock file changed; the database links to the system's library where it can. */
export function install() {
  return unlessDone('install', ['package-lock.json'], 'node_modules', () => {
    console.error('Drelk: installing what is missing …');
    const linked = debian(['libsqlite3-dev'], () => existsSync(SQLITE_HEADER));
    run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
      quiet: true,
      env: linked ? { npm_config_sqlite: '/usr' } : {},
    });
  });
}

const CORE = ['packages/core/src', 'packages/core/package.json', 'tsconfig.base.json', 'package-lock.json'];
const CONTRACT = [...CORE, 'packages/runner/src', 'packages/contract/src'];
const HOST = [...CONTRACT, 'packages/decode/src'];

/** What can be built, with what each depends on. */
export const builds = {
  cli: () =>
    unlessDone(
      'cli',
      [...HOST, 'packages/cli/src', 'scripts/bundle.mjs', 'scripts/build-cli.mjs'],
      'packages/cli/dist/drelk.mjs',
      () => run(process.execPath, ['scripts/build-cli.mjs'], { quiet: true }),
    ),
  server: () =>
    unlessDone(
      'server',
      [...HOST, 'packages/server/src', 'tsconfig.json'],
      'packages/server/dist/main.js',
      () => run(process.execPath, ['node_modules/typescript/bin/tsc', '-b'], { quiet: true }),
    ),
  web: () =>
    unlessDone(
      'web',
      [...CONTRACT, 'packages/web', 'angular.json'],
      'packages/web/dist/browser/index.html',
      () => run(process.execPath, ['node_modules/@angular/cli/bin/ng.js', 'build'], { quiet: true }),
    ),
};
