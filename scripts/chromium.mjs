/** Finds the browser that the tests drive; puts Debian's in place where it is missing and that is allowed. */
import { execFileSync, spawnSync } from 'node:child_process';
import fs from 'node:fs';

/** The one without a window's own works comes first: it needs a quarter less of the machine. */
const PLACES = [
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/snap/bin/chromium',
];

/** How it is started: headless, and with nothing to ask of the world. */
export const FLAGS = JSON.parse(fs.readFileSync(new URL('chromium-flags.json', import.meta.url), 'utf8'));

export const findChromium = () => process.env.CHROMIUM || PLACES.find((file) => fs.existsSync(file));

const works = (command, args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;

/** How apt may be run here: as root, through a sudo that asks nothing, or not at all. */
function aptPrefix() {
  if (!works('apt-get', ['--version'])) return null;
  if (process.getuid?.() === 0) return [];
  return works('sudo', ['-n', 'true']) ? ['sudo', '-n'] : null;
}

/** Path of the browser; ends the process with one line of advice if there is none to be had. */
export function needChromium() {
  const found = findChromium();
  if (found && !fs.existsSync(found)) {
    console.error(`CHROMIUM names ${found}, and there is no such file.`);
    process.exit(1);
  }
  if (found) return found;
  const prefix = aptPrefix();
  if (prefix) {
    console.log('Installing Chromium …');
    const apt = (...args) => {
      const [command, ...rest] = [...prefix, 'apt-get', ...args];
      execFileSync(command, rest, {
        stdio: 'inherit',
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      });
    };
    try {
      apt('update', '-qq');
      apt('install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell');
    } catch (error) {
      console.error(String(error?.message ?? error));
    }
  }
  const installed = findChromium();
  if (installed) return installed;
  console.error(
    'Chromium is missing: install it (Debian: apt-get install chromium-headless-shell) or name it in CHROMIUM, then run npm test again.',
  );
  process.exit(1);
}
