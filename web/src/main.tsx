import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './App.tsx';
import { startSync } from './state/library.ts';
import './styles/index.css';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);

startSync();
// What keeps the page for later is no part of the first screen.
addEventListener('load', () => void import('./state/worker.ts').then(({ startWorker }) => startWorker()), { once: true });
