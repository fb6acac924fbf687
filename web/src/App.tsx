import { createBrowserRouter, Navigate, Outlet, useLocation, useParams } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Masthead } from './components/Masthead.tsx';
import { EARLIER_ADDRESSES } from './components/rooms.ts';
import { ToastProvider } from './components/Toasts.tsx';
import { PlanScreen } from './screens/Plan/PlanScreen.tsx';
import { useTheme } from './state/settings.ts';

const router = createBrowserRouter([
  {
    element: <Rooms />,
    errorElement: <Failed />,
    // Nothing flashes up while a screen's code is on its way.
    hydrateFallbackElement: <></>,
    children: [
      { path: '/plan', element: <PlanScreen /> },
      { path: '/plan/:id', element: <PlanScreen /> },
      { path: '/card/:id', lazy: async () => ({ Component: (await import('./screens/Card/CardScreen.tsx')).CardScreen }) },
      { path: '/light', lazy: async () => ({ Component: (await import('./screens/Light/LightScreen.tsx')).LightScreen }) },
      { path: '/light/:id', lazy: async () => ({ Component: (await import('./screens/Light/LightScreen.tsx')).LightScreen }) },
      { path: '/you', element: <Navigate to="/you/steadiness" replace /> },
      {
        path: '/you/steadiness/:id?',
        lazy: async () => ({ Component: (await import('./screens/You/HoldScreen.tsx')).HoldScreen }),
      },
      {
        path: '/you/taste/:id?',
        lazy: async () => ({ Component: (await import('./screens/You/TasteScreen.tsx')).TasteScreen }),
      },
      { path: '/kit', element: <Navigate to="/kit/figures" replace /> },
      {
        path: '/kit/figures',
        lazy: async () => ({ Component: (await import('./screens/Kit/FiguresScreen.tsx')).FiguresScreen }),
      },
      {
        path: '/kit/measure',
        lazy: async () => ({ Component: (await import('./screens/Kit/MeasureScreen.tsx')).MeasureScreen }),
      },
      ...Object.entries(EARLIER_ADDRESSES).map(([path, to]) => ({ path, element: <Moved to={to} /> })),
      {
        path: '/outings',
        lazy: async () => ({ Component: (await import('./screens/RunSheet/RunSheetScreen.tsx')).RunSheetScreen }),
      },
      {
        path: '/outings/:id',
        lazy: async () => ({ Component: (await import('./screens/RunSheet/RunSheetScreen.tsx')).RunSheetScreen }),
      },
      { path: '/data', lazy: async () => ({ Component: (await import('./screens/Data/DataScreen.tsx')).DataScreen }) },
      {
        path: '/pocket/:id',
        lazy: async () => ({ Component: (await import('./screens/Pocket/PocketScreen.tsx')).PocketScreen }),
      },
      { path: '*', element: <Navigate to="/plan" replace /> },
    ],
  },
]);

export function App() {
  return (
    <ToastProvider>
      <RouterProvider router={router} />
    </ToastProvider>
  );
}

/** An address of an earlier release: on to where that is now. */
function Moved({ to }: { to: string }) {
  const { id = '' } = useParams();
  return <Navigate to={to.replace(':id', id)} replace />;
}

/** A fault of ours. What was typed is kept in the browser and comes back with the page. */
function Failed() {
  return (
    <main className="empty page">
      <h1>Something in Hushto failed</h1>
      <p>Your edits are kept. Load the page again; if it comes back, the browser’s console says what it was.</p>
      <a className="btn go" href="/plan">
        Load again
      </a>
    </main>
  );
}

/** Pocket stands alone: no navigation, and never Paper. */
function Rooms() {
  const inPocket = useLocation().pathname.startsWith('/pocket/');
  useTheme(inPocket);
  return (
    <>
      {!inPocket && <Masthead />}
      <Outlet />
    </>
  );
}
