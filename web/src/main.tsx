import '@fontsource/atkinson-hyperlegible-next/latin-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-600.css';
import '@fontsource/atkinson-hyperlegible-next/latin-700.css';
import '@fontsource/barlow-semi-condensed/latin-500.css';
import '@fontsource/barlow-semi-condensed/latin-600.css';
import '@fontsource/barlow-semi-condensed/latin-700.css';
import './theme.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Route, Routes } from 'react-router';
import { Problem } from './api/client';
import { BenchScreen } from './bench/BenchScreen';
import { SettingsProvider } from './bench/reader';
import { Crib } from './screens/Crib';
import { Fasteners } from './screens/Fasteners';
import { Record } from './screens/Record';
import { Today } from './screens/Today';

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (_, error) => !(error instanceof Problem) || error.passing,
      retryDelay: (attempt) => Math.min(500 * 2 ** attempt, 5_000),
      networkMode: 'always',
      staleTime: 2_000,
    },
  },
});

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <BrowserRouter>
          <Routes>
            <Route path="/" element={<Today />} />
            <Route path="/crib" element={<Crib />} />
            <Route path="/builds/:build/fasteners" element={<Fasteners />} />
            <Route path="/builds/:build/record" element={<Record />} />
            <Route path="/builds/:build" element={<BenchScreen />} />
            <Route path="/builds/:build/:kind/:place" element={<BenchScreen />} />
            <Route path="*" element={<Today />} />
          </Routes>
        </BrowserRouter>
      </SettingsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
