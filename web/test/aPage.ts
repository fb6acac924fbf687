import { GlobalRegistrator } from '@happy-dom/global-registrator';
import type * as Library from '@testing-library/react';
import type { ReactNode } from 'react';

/** Parts in a page that stands in for the browser's, to be found by role and name as a screen reader does. */
export interface APage {
  /** Lays a part on the empty page. */
  open: (part: ReactNode) => ReturnType<typeof Library.render>;
  /** Everything on the page; that of this test, whatever stood there before. */
  page: () => ReturnType<typeof Library.within<typeof Library.queries>>;
  named: (role: string, name: string | RegExp) => HTMLElement;
  library: () => typeof Library;
}

/** Lays the page for the tests of a suite, and takes it away after them: other suites of the same process have none. */
export function aPage(): APage {
  let library: typeof Library | null = null;
  const here = (): typeof Library => library!;
  before(async () => {
    // Timers stay those of the process: React keeps hold of the first it finds, and a page's own end with it.
    const { setTimeout, clearTimeout, setImmediate, clearImmediate, queueMicrotask } = globalThis;
    GlobalRegistrator.register({ url: 'http://localhost/' });
    Object.assign(globalThis, { setTimeout, clearTimeout, setImmediate, clearImmediate, queueMicrotask });
    // React in development notes for a profiler what each part took and who made it: most of what it does, and nobody reads it here.
    Object.assign(console, { timeStamp: undefined, createTask: undefined });
    // The runner's own compiler writes React.createElement; React looks for a page when it is first read.
    Object.assign(globalThis, { React: await import('react') });
    library = await import('@testing-library/react');
  });
  afterEach(() => here().cleanup());
  after(() => GlobalRegistrator.unregister());
  const page: APage['page'] = () => here().within(document.body);
  return {
    open: (part) => here().render(part),
    page,
    named: (role, name) => page().getByRole(role, { name }),
    library: here,
  };
}
