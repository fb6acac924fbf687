import { createBrowserRouter, Navigate, Outlet } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Masthead } from './components/Masthead.tsx';
import { ToastProvider } from './components/Toasts.tsx';
import { PlanScreen } from './screens/Plan/PlanScreen.tsx';
import { useTheme } from './state/settings.ts';

const router = createBrowserRouter([
  {
    element: <Frame />,
    children: [
      { path: '/plan', element: <PlanScreen /> },
      { path: '/plan/:id', element: <PlanScreen /> },
      { path: '*', element: <Navigate to="/plan" replace /> },
    ],
  },
]);

export function App() {
  useTheme();
  return (
    <ToastProvider>
      <RouterProvider router={router} />
    </ToastProvider>
  );
}

function Frame() {
  return (
    <>
      <Masthead />
      <Outlet />
    </>
  );
}
