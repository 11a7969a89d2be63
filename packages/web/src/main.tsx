import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import 'antd/dist/reset.css';
import './ui/styles.css';
import { App } from './App.tsx';
import { keepOffline } from './offline/keep-offline.ts';
import { openDatabase } from './storage/database.ts';
import { useShelfStore } from './stores/shelf-store.ts';

const root = document.getElementById('root');
if (root === null) throw new Error('index.html has no #root');
const keeping = await openDatabase();
useShelfStore.setState({ isForThisPage: keeping === 'page' });
createRoot(root).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
keepOffline();
