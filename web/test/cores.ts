/** For a suite: a machine of so many cores, as the page sees it; browsers need not say. */
export function onCores(hardwareConcurrency: number | undefined): void {
  const real = Object.getOwnPropertyDescriptor(globalThis, 'navigator');
  before(() => void Object.defineProperty(globalThis, 'navigator', { value: { hardwareConcurrency }, configurable: true }));
  after(() => {
    if (real) Object.defineProperty(globalThis, 'navigator', real);
    else delete (globalThis as { navigator?: unknown }).navigator;
  });
}
