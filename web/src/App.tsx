import { Component, lazy, Suspense, type ReactNode } from 'react';
import { HotkeysProvider } from 'react-hotkeys-hook';
import { BrowserRouter, Link, Navigate, Outlet, Route, Routes, useLocation, useParams } from 'react-router';
import { buttonLook } from './components/Button.tsx';
import { Message } from './components/Message.tsx';
import { Masthead } from './components/Masthead.tsx';
import { EARLIER_ADDRESSES } from './components/rooms.ts';
import { useToasts } from './components/toast.ts';
import { useHinted } from './components/useHinted.ts';
import { PlanScreen } from './screens/Plan/PlanScreen.tsx';
import { useTheme } from './state/settings.ts';

const Hints = lazy(async () => ({ default: (await import('./components/Hints.tsx')).Hints }));
const Toasts = lazy(async () => ({ default: (await import('./components/Toasts.tsx')).Toasts }));
const CardScreen = lazy(async () => ({ default: (await import('./screens/Card/CardScreen.tsx')).CardScreen }));
const LightScreen = lazy(async () => ({ default: (await import('./screens/Light/LightScreen.tsx')).LightScreen }));
const HoldScreen = lazy(async () => ({ default: (await import('./screens/You/HoldScreen.tsx')).HoldScreen }));
const TasteScreen = lazy(async () => ({ default: (await import('./screens/You/TasteScreen.tsx')).TasteScreen }));
const FiguresScreen = lazy(async () => ({ default: (await import('./screens/Kit/FiguresScreen.tsx')).FiguresScreen }));
const BesideScreen = lazy(async () => ({ default: (await import('./screens/Kit/BesideScreen.tsx')).BesideScreen }));
const BlindScreen = lazy(async () => ({ default: (await import('./screens/Kit/BlindScreen.tsx')).BlindScreen }));
const CarryScreen = lazy(async () => ({ default: (await import('./screens/Kit/CarryScreen.tsx')).CarryScreen }));
const LensScreen = lazy(async () => ({ default: (await import('./screens/Kit/LensScreen.tsx')).LensScreen }));
const TargetScreen = lazy(async () => ({ default: (await import('./screens/Kit/TargetScreen.tsx')).TargetScreen }));
const FocusScreen = lazy(async () => ({ default: (await import('./screens/You/FocusScreen.tsx')).FocusScreen }));
const MeasureScreen = lazy(async () => ({ default: (await import('./screens/Kit/MeasureScreen.tsx')).MeasureScreen }));
const RunSheetScreen = lazy(async () => ({ default: (await import('./screens/RunSheet/RunSheetScreen.tsx')).RunSheetScreen }));
const FramesScreen = lazy(async () => ({ default: (await import('./screens/Log/FramesScreen.tsx')).FramesScreen }));
const SaysScreen = lazy(async () => ({ default: (await import('./screens/Log/SaysScreen.tsx')).SaysScreen }));
const DataScreen = lazy(async () => ({ default: (await import('./screens/Data/DataScreen.tsx')).DataScreen }));
const PocketScreen = lazy(async () => ({ default: (await import('./screens/Pocket/PocketScreen.tsx')).PocketScreen }));
// In development only: the kit of parts.
const PartsScreen = import.meta.env.DEV
  ? lazy(async () => ({ default: (await import('./screens/Parts/PartsScreen.tsx')).PartsScreen }))
  : null;

export function App() {
  return (
    <Guard>
      <BrowserRouter>
        <Routes>
          <Route element={<Rooms />}>
            <Route path="/plan/:id?" element={<PlanScreen />} />
            <Route path="/card/:id" element={<CardScreen />} />
            <Route path="/light/:id?" element={<LightScreen />} />
            <Route path="/outings/:id?" element={<RunSheetScreen />} />
            <Route path="/log" element={<Navigate to="/log/frames" replace />} />
            <Route path="/log/frames" element={<FramesScreen />} />
            <Route path="/log/says" element={<SaysScreen />} />
            <Route path="/you" element={<Navigate to="/you/steadiness" replace />} />
            <Route path="/you/steadiness/:id?" element={<HoldScreen />} />
            <Route path="/you/taste/:id?" element={<TasteScreen />} />
            <Route path="/kit" element={<Navigate to="/kit/beside" replace />} />
            <Route path="/kit/figures" element={<FiguresScreen />} />
            <Route path="/you/focus/:id?" element={<FocusScreen />} />
            <Route path="/kit/beside" element={<BesideScreen />} />
            <Route path="/kit/beside/blind/:id" element={<BlindScreen />} />
            <Route path="/kit/carry" element={<CarryScreen />} />
            <Route path="/kit/lens" element={<LensScreen />} />
            <Route path="/kit/target" element={<TargetScreen />} />
            <Route path="/kit/measure" element={<MeasureScreen />} />
            <Route path="/data" element={<DataScreen />} />
            <Route path="/pocket/:id" element={<PocketScreen />} />
            {Object.entries(EARLIER_ADDRESSES).map(([path, to]) => (
              <Route key={path} path={path} element={<Moved to={to} />} />
            ))}
            {PartsScreen && <Route path="/parts" element={<PartsScreen />} />}
            <Route path="/" element={<Navigate to="/plan" replace />} />
            <Route path="*" element={<NoSuchPage />} />
          </Route>
        </Routes>
      </BrowserRouter>
    </Guard>
  );
}

/** An address that is none of ours. */
function NoSuchPage() {
  const { pathname } = useLocation();
  return (
    <Message title="There is no such page">
      <p>Nothing of Hushto is at “{pathname}”. If a link brought you here, it is incomplete or out of date.</p>
      <Link className={buttonLook({ look: 'go' })} to="/plan">
        To your briefs
      </Link>
    </Message>
  );
}

/** An address of an earlier release: on to where that is now. */
function Moved({ to }: { to: string }) {
  const { id = '' } = useParams();
  return <Navigate to={to.replace(':id', id)} replace />;
}

/** How browsers say that a part of the page could not be fetched: one of them each. */
const NOT_FETCHED = /dynamically imported module|importing a module script failed/i;

/** Catches a fault of ours, and a part of the page that could not be fetched. What was typed is kept in the browser and comes back with the page. */
class Guard extends Component<{ children: ReactNode }, { failed: 'fault' | 'fetching' | null }> {
  override state = { failed: null };
  static getDerivedStateFromError = (error: unknown) => ({ failed: NOT_FETCHED.test(String(error)) ? 'fetching' : 'fault' });
  override render(): ReactNode {
    const { failed } = this.state;
    if (failed === null) return this.props.children;
    return (
      <Message title={failed === 'fault' ? 'Something in Hushto failed' : 'This room could not be loaded'}>
        <p>
          {failed === 'fault'
            ? 'Your edits are kept. Load the page again; if it comes back, the browser’s console says what it was.'
            : 'The server cannot be reached, or was updated meanwhile. Your edits are kept; load the page again when it answers.'}
        </p>
        <a className={buttonLook({ look: 'go' })} href={failed === 'fault' ? '/plan' : location.href}>
          Load again
        </a>
      </Message>
    );
  }
}

/** Pocket stands alone: no navigation, and never Paper. */
function Rooms() {
  const inPocket = useLocation().pathname.startsWith('/pocket/');
  const spoken = useToasts(({ messages }) => messages.length > 0);
  const hinted = useHinted();
  useTheme(inPocket);
  return (
    <HotkeysProvider>
      {!inPocket && <Masthead />}
      <Suspense>
        <Outlet />
      </Suspense>
      {spoken && (
        <Suspense>
          <Toasts />
        </Suspense>
      )}
      {hinted && (
        <Suspense>
          <Hints first={hinted} />
        </Suspense>
      )}
    </HotkeysProvider>
  );
}
