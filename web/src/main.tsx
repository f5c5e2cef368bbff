import '@fontsource/barlow-semi-condensed/500.css';
import '@fontsource/barlow-semi-condensed/600.css';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import '@fontsource-variable/atkinson-hyperlegible-next';
import './arriving.css';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App';
import './app/words';

// The page names the number that its own styles must show; see the server's content policy.
const nonce = document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content;
const styles = createCache({ key: 'css', nonce });

const root = document.getElementById('root')!;
// Until there is something to be shown, nothing is drawn there.
const watch = new MutationObserver(() => {
  document.getElementById('arriving')?.remove();
  watch.disconnect();
});
watch.observe(root, { childList: true });

createRoot(root).render(
  <StrictMode>
    <CacheProvider value={styles}>
      <App />
    </CacheProvider>
  </StrictMode>,
);
