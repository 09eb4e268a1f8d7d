/** What the other scripts need of the machine: running commands and installing what is missing. Plain Node. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
export const isRoot = () => process.getuid?.() === 0;

/** Runs a command to its end. @throws Error with its output when it fails */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', maxBuffer: 1 << 26, ...options });
  if (result.error) throw result.error;
  if (result.status !== 0) throw new Error(`${command} ${args.join(' ')} failed:\n${result.stdout ?? ''}${result.stderr ?? ''}`);
  return result.stdout ?? '';
}

/** A failure that a person can mend: printed without a stack. */
export class Advice extends Error {}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) throw new Advice(`Node.js 20.19 or later is needed; this is ${process.versions.node}.`);
}

/** Installs npm packages as the lock says, without writing to it, when the lock has changed since they were last installed here. */
export function ensurePackages() {
  const stamp = join(ROOT, 'node_modules', '.narrow-sieve-lock');
  const wanted = dependencyHash();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Installing npm packages (a minute or two) …');
  run('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--include=dev'], { stdio: ['ignore', 'ignore', 'inherit'] });
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, dependencyHash());
}

/** The dependencies and their lock; scripts and the like may change without a new installation. */
function dependencyHash() {
  const { dependencies, devDependencies, overrides } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'));
  const lock = join(ROOT, 'package-lock.json');
  const text = JSON.stringify([dependencies, devDependencies, overrides]) + (existsSync(lock) ? readFileSync(lock, 'utf8') : '');
  return createHash('sha256').update(text).digest('hex');
}

/**
 * Installs Debian packages, as root or through sudo without a password; otherwise says exactly what to type.
 * @param {string[]} packages
 * @param {string} why what they are for, in a few words
 */
export function installDebian(packages, why) {
  const line = `apt-get install -y ${packages.join(' ')}`;
  const sudo = isRoot() ? [] : ['sudo', '-n'];
  const can = existsSync('/usr/bin/apt-get') && (isRoot() || spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0);
  if (!can) throw new Advice(`${why} is missing. Install it, then run this again:\n\n    sudo apt-get update && sudo ${line}\n`);
  console.log(`Installing ${why} from Debian's packages …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (...args) => run([...sudo, 'apt-get'][0], [...[...sudo, 'apt-get'].slice(1), ...args], { env });
  apt('update', '-qq');
  apt('install', '-y', '-qq', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...packages);
}

/** Debian's package would make and start a cluster of its own; ours is enough. */
export function ensurePostgres(find) {
  if (find()) return;
  if (isRoot() && !existsSync('/etc/postgresql-common/createcluster.conf')) {
    mkdirSync('/etc/postgresql-common', { recursive: true });
    writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n');
  }
  installDebian(['postgresql'], 'PostgreSQL');
  if (!find()) throw new Advice('PostgreSQL was installed, but its programs were not found under /usr/lib/postgresql.');
}

/** One hash over files, and over folders with everything in them. */
export function hashFiles(paths) {
  const hash = createHash('sha256');
  const visit = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort()) visit(join(path, name));
      return;
    }
    hash.update(path.slice(ROOT.length));
    hash.update(readFileSync(path));
  };
  for (const path of paths) visit(path);
  return hash.digest('hex');
}

/** Runs a script's main function: advice is printed plainly, anything else with its stack. */
export async function main(body) {
  try {
    await body();
  } catch (error) {
    console.error(error instanceof Advice ? `\n${error.message}` : error);
    process.exit(1);
  }
}
