/**
 * What the bundler gives the page, for a page without one: styles that are nothing, modules made at the build, whether it is being
 * developed. What is imported by a module of one house belongs to that house.
 */
const CITIES = new URL('../../vite.cities.ts', import.meta.url).href;
const NO_WORKER = 'data:text/javascript,export const registerSW = () => () => Promise.resolve();';
const PAGE = new URL('../../src/', import.meta.url).href;

export async function resolve(name, context, next) {
  if (name === 'virtual:cities') return next(CITIES, context);
  if (name === 'virtual:pwa-register') return { url: NO_WORKER, shortCircuit: true };
  if (name.endsWith('.css')) return { url: 'data:text/javascript,', shortCircuit: true };
  const found = await next(name, context);
  const house = /\?house=\d+$/.exec(context.parentURL ?? '')?.[0];
  return house && found.url.startsWith(PAGE) && !found.url.includes('?') ? { ...found, url: found.url + house } : found;
}

export async function load(url, context, next) {
  const loaded = await next(url, context);
  if (!url.startsWith(PAGE) || !loaded.source) return loaded;
  const source = String(loaded.source)
    .replaceAll('import.meta.env', '({ DEV: false })')
    .replaceAll('import.meta.glob', '(() => ({}))');
  return { ...loaded, source };
}
