import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/fraunces/soft.css';
import '@fontsource-variable/spline-sans-mono/wght.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root.');
createRoot(root).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
