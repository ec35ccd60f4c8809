import '@fontsource/encode-sans-semi-condensed/latin-400.css';
import '@fontsource/encode-sans-semi-condensed/latin-500.css';
import '@fontsource/encode-sans-semi-condensed/latin-600.css';
import './app/global.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, useLayoutEffect, type ReactNode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { ApiProblem } from './hooks/problem.ts';
import { Screens } from './app/router.tsx';
import { SettingsProvider, useSettings } from './hooks/settings.tsx';
import { variablesOf } from './pieces/tokens.ts';

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => !(error instanceof ApiProblem && error.status > 0) && count < 2,
      refetchOnWindowFocus: true,
      staleTime: 2000,
    },
  },
});

/** The colours of the mode, for style sheets to read. */
function Coloured({ children }: { children: ReactNode }) {
  const { mode } = useSettings();
  useLayoutEffect(() => {
    const { style } = document.documentElement;
    style.colorScheme = mode === 'day' ? 'light' : 'dark';
    for (const [variable, colour] of Object.entries(variablesOf(mode))) style.setProperty(variable, colour);
  }, [mode]);
  return children;
}

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <Coloured>
          <BrowserRouter>
            <Screens />
          </BrowserRouter>
        </Coloured>
      </SettingsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
