import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Debian packages whose pictures are measured on; fetched for this bench only. */
const PACKAGES = [
  'lomiri-wallpapers-16.04',
  'lomiri-wallpapers-20.04',
  'mate-backgrounds',
  'openclipart-png',
  'tuxpaint-stamps-default',
];
const CACHE = '.cache/real';
const SHARE = join(CACHE, 'x/usr/share');

/** Fetches what is missing; the folder that holds the packages' shared files. */
export function fetched(): string {
  const stamp = join(CACHE, 'fetched');
  if (existsSync(stamp)) return SHARE;
  mkdirSync(join(CACHE, 'x'), { recursive: true });
  for (const name of PACKAGES) {
    console.error(`Fetching ${name} …`);
    execFileSync('apt-get', ['download', name], { cwd: CACHE, stdio: 'ignore' });
    const file = readdirSync(CACHE).find((other) => other.startsWith(`${name}_`)) ?? name;
    execFileSync('dpkg-deb', ['-x', file, 'x'], { cwd: CACHE });
  }
  writeFileSync(stamp, PACKAGES.join('\n'));
  return SHARE;
}

/** Files below a folder whose names end so, sorted. */
export function filesBelow(folder: string, ending: RegExp): string[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => ending.test(name))
    .sort()
    .map((name) => join(folder, name));
}

/** Photographs among the fetched backgrounds, each in one size. */
export const photographs = (share: string): string[] =>
  filesBelow(join(share, 'backgrounds'), /\.jpg$/).filter((file) => !/_\d{4}x/.test(file));
