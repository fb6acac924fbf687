import { createBrowserRouter, Navigate, Outlet, useLocation } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Masthead } from './components/Masthead.tsx';
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
      { path: '/hold', lazy: async () => ({ Component: (await import('./screens/Hold/HoldScreen.tsx')).HoldScreen }) },
      { path: '/hold/:id', lazy: async () => ({ Component: (await import('./screens/Hold/HoldScreen.tsx')).HoldScreen }) },
      { path: '/grain', element: <Navigate to="/grain/figures" replace /> },
      {
        path: '/grain/figures',
        lazy: async () => ({ Component: (await import('./screens/Grain/FiguresScreen.tsx')).FiguresScreen }),
      },
      {
        path: '/grain/taste/:id?',
        lazy: async () => ({ Component: (await import('./screens/Grain/TasteScreen.tsx')).TasteScreen }),
      },
      {
        path: '/grain/measure',
        lazy: async () => ({ Component: (await import('./screens/Grain/MeasureScreen.tsx')).MeasureScreen }),
      },
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
