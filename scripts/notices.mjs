// npm run notices: writes down whose work Hushto carries, from what is installed: web/public/notices.txt, which the page links to.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './lib.mjs';

/** Packages that Hushto runs with, on the server or in the page, from the lock file; development tools are left out. */
export function carried() {
  const { packages } = JSON.parse(readFileSync(path.join(root, 'package-lock.json'), 'utf8'));
  return Object.entries(packages)
    .filter(
      ([place, { dev, link, optional, extraneous }]) =>
        place.includes('node_modules/') && !dev && !link && !optional && !extraneous,
    )
    .map(([place, { version, license }]) => ({
      place,
      name: place.slice(place.lastIndexOf('node_modules/') + 13),
      version,
      license,
    }))
    .sort((a, b) => a.name.localeCompare(b.name) || a.version.localeCompare(b.version));
}

function licenceText(place) {
  const folder = path.join(root, place);
  if (!existsSync(folder)) return null;
  const file = readdirSync(folder).find((name) => /^(licen[cs]e|copying|ofl)([.-].*)?$/i.test(name));
  return file ? readFileSync(path.join(folder, file), 'utf8').trim().replaceAll('\r', '') : null;
}

function notices() {
  const head = `Hushto is built on the work of others. Each package below comes under its own licence.

Fonts (Atkinson Hyperlegible Next, Familjen Grotesk, Instrument Sans) are under the SIL Open Font License 1.1.
Parts under the Mozilla Public License 2.0 are used unchanged; their source is in the package of that name and version in the
public npm registry.
`;
  /** One text often stands for many packages: it is printed once. */
  const byText = new Map();
  for (const { place, name, version, license } of carried()) {
    const text = licenceText(place) ?? `Licence: ${license ?? 'as its package says'}`;
    byText.set(text, [...(byText.get(text) ?? []), `${name} ${version} (${license ?? 'see below'})`]);
  }
  const parts = [...byText].map(([text, names]) => `${[...new Set(names)].join('\n')}\n\n${text}\n`);
  return [head, ...parts].join(`\n${'-'.repeat(80)}\n\n`);
}

if (process.argv[1] === path.join(root, 'scripts/notices.mjs')) {
  writeFileSync(path.join(root, 'web/public/notices.txt'), notices());
  console.log(`web/public/notices.txt speaks of ${carried().length} packages.`);
}
