import './fonts/fonts.css';
import './theme.css';
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Route, Routes } from 'react-router';
import { keeping, queries } from './api/queries';
import { SettingsProvider } from './entry/reader';
import { findShop } from './api/shopHere';
import { typedKept } from './bench/state/typed';
import { ownKeys } from './ui/ownKeys';
import { Broken } from './screens/Broken';
import { SetUp } from './screens/SetUp';
import { Today } from './screens/Today';
import {
  BenchScreen,
  Crib,
  Engines,
  EngineSheetScreen,
  Fasteners,
  fetchAhead,
  Found,
  NewEngine,
  Parts,
  Plan,
  Record,
  Settings,
  StandScreen,
  StandSign,
  Tag,
} from './later';

ownKeys(document);
const shop = await findShop((answer) => queries.setQueryData(['shop'], answer));
await typedKept;
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <PersistQueryClientProvider client={queries} persistOptions={keeping}>
      <SettingsProvider>
        <BrowserRouter>
          <Broken>
            {/* Without a line it is not known whether it is set up; then it is as it was. */}
            {shop.id !== '' && shop.name === '' ? (
              <SetUp />
            ) : (
              <Suspense>
                <Routes>
                  <Route path="/" element={<Today />} />
                  <Route path="/plan" element={<Plan />} />
                  <Route path="/crib" element={<Crib />} />
                  <Route path="/settings" element={<Settings />} />
                  <Route path="/engines" element={<Engines />} />
                  <Route path="/engines/:engine" element={<EngineSheetScreen />} />
                  <Route path="/engines/new" element={<NewEngine />} />
                  <Route path="/builds/:build/fasteners" element={<Fasteners />} />
                  <Route path="/builds/:build/found" element={<Found />} />
                  <Route path="/builds/:build/parts" element={<Parts />} />
                  <Route path="/builds/:build/record" element={<Record />} />
                  <Route path="/builds/:build/tag" element={<Tag />} />
                  <Route path="/stands/:stand" element={<StandScreen />} />
                  <Route path="/stands/:stand/sign" element={<StandSign />} />
                  <Route path="/builds/:build" element={<BenchScreen />} />
                  <Route path="/builds/:build/:kind/:place" element={<BenchScreen />} />
                  <Route path="*" element={<Today />} />
                </Routes>
              </Suspense>
            )}
          </Broken>
        </BrowserRouter>
      </SettingsProvider>
    </PersistQueryClientProvider>
  </StrictMode>,
);
fetchAhead();
