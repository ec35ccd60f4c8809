import '@fontsource/encode-sans-semi-condensed/latin-400.css';
import '@fontsource/encode-sans-semi-condensed/latin-500.css';
import '@fontsource/encode-sans-semi-condensed/latin-600.css';
import './app/global.css';
import GlobalStyles from '@mui/material/GlobalStyles';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, useMemo } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { ApiProblem } from './hooks/problem.ts';
import { Screens } from './app/router.tsx';
import { SettingsProvider, useSettings } from './hooks/settings.tsx';
import { themeFor } from './app/theme.ts';
import { variablesOf } from './app/tokens.ts';

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => !(error instanceof ApiProblem && error.status > 0) && count < 2,
      refetchOnWindowFocus: true,
      staleTime: 2000,
    },
  },
});

function Themed() {
  const { mode } = useSettings();
  const theme = useMemo(() => themeFor(mode, !matchMedia('(prefers-reduced-motion: reduce)').matches), [mode]);
  return (
    <ThemeProvider theme={theme}>
      <GlobalStyles styles={{ ':root': { ...variablesOf(mode), colorScheme: mode === 'day' ? 'light' : 'dark' } }} />
      <BrowserRouter>
        <Screens />
      </BrowserRouter>
    </ThemeProvider>
  );
}

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <Themed />
      </SettingsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
