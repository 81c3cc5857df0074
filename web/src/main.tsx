import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/index.css';
import { ChakraProvider } from '@chakra-ui/react';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import './platform/schemas.ts';
import { App } from './shell/App.tsx';
import { Guard } from './app/Trouble.tsx';
import { keepForNoNetwork } from './shell/offline.ts';
import { fetchPageOf } from './shell/pages.ts';
import { openOutbox } from './platform/outbox.ts';
import { usePreferences } from './platform/preferences.ts';
import { queries } from './platform/queries.ts';
import { followSystem, setTheme } from './platform/theme.ts';
import { system } from './ui/theme.ts';

setTheme(usePreferences.getState().theme);
followSystem();
void openOutbox();
fetchPageOf(location.pathname);
// Only secure pages have service workers; on plain http from another machine Kavrell works, but not without network.
if (import.meta.env.PROD && 'serviceWorker' in navigator) void keepForNoNetwork(navigator.serviceWorker);

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element.');
createRoot(root).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        {/* A selection lives in the address: it must answer the key at once, not as a transition. */}
        <BrowserRouter useTransitions={false}>
          <Guard name="the app" what="The page">
            <App />
          </Guard>
        </BrowserRouter>
      </QueryClientProvider>
    </ChakraProvider>
  </StrictMode>,
);
