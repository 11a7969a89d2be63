import { createRoot } from 'react-dom/client';
import 'antd/dist/reset.css';
import './ui/styles.css';
import { App } from './App.tsx';
import { keepOffline } from './offline/keep-offline.ts';

const root = document.getElementById('root');
if (root === null) throw new Error('index.html has no #root');
createRoot(root).render(<App />);
keepOffline();
