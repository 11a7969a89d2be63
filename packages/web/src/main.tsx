import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import './ui/styles.css';
import { App } from './App.tsx';
import { keepOffline } from './offline/keep-offline.ts';
import { openDatabase } from './storage/database.ts';
import { useShelfStore } from './stores/shelf-store.ts';

/** Opening the shelf takes a moment; after this long it is said that something holds it up. */
const SLOW_MS = 3000;

const root = document.getElementById('root');
if (root === null) throw new Error('index.html has no #root');
// An older page of Sashiko may hold the shelf for a moment while it is brought up to date.
const slow = setTimeout(() => {
  root.textContent = 'Opening the shelf … If this lasts, close other tabs of Sashiko.';
}, SLOW_MS);
const keeping = await openDatabase();
clearTimeout(slow);
useShelfStore.setState({ isForThisPage: keeping === 'page' });
createRoot(root).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
keepOffline();
