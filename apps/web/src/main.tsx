import './store/language';
import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { App, aboutToCome } from './app/App';
import { store } from './store/store';
import { applyTheme } from './store/theme';
import './styles/main.css';

// Style sheets that a library adds at run time carry this page's nonce, which the strict policy asks for.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;
if (nonce) setNonce(nonce);

applyTheme();
const root = document.getElementById('root');
if (!root) throw new Error('the page has no root to draw into');
// Not a top-level await: the parts import the bundle that this file is in, and would wait for it to end.
void aboutToCome(location.pathname).then(() =>
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        <App />
      </Provider>
    </StrictMode>,
  ),
);
