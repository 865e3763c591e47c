import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/fraunces/soft.css';
import '@fontsource-variable/spline-sans-mono/wght.css';
import { guardValues } from '@plucky/core/time';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';

if (import.meta.env.DEV) guardValues();

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root.');
createRoot(root).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
