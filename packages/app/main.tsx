import './workers/trusted';
import './workers/sealed';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import '@fontsource-variable/atkinson-hyperlegible-next';
import './theme/theme.css';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { takeToken } from './engines/access';
import { Boundary } from './frame/Boundary';
import { NoticeLine } from './frame/NoticeLine';
import { reportStrayFaults } from './frame/strayFaults';
import { Home } from './home/Home';
import { openDatabase } from './storage/database';
import { store } from './store/store';
import { ThemeMode } from './theme/ThemeMode';

/** In milliseconds: the start page stands first. */
const STUDY_PAGE_AFTER = 400;

/** What a study needs is loaded with the first one, or while the start page is looked at. */
const studyPage = () => import('./frame/StudyPage');
const StudyPage = lazy(async () => ({ default: (await studyPage()).StudyPage }));
setTimeout(() => void studyPage(), STUDY_PAGE_AFTER);

takeToken();
reportStrayFaults(store.dispatch);

/** In milliseconds: a browser that does not answer keeps no page from being seen. */
const LONGEST_OPENING = 3000;

// Before anything asks for it: where the browser gives no storage, memory stands in.
await Promise.race([openDatabase(), new Promise(resolve => setTimeout(resolve, LONGEST_OPENING))]);

createRoot(document.getElementById('root')!, {
  // Told of on the screen by the boundary around it.
  onCaughtError: fault => console.warn(fault),
}).render(
  <StrictMode>
    <Provider store={store}>
      <ThemeMode>
        <BrowserRouter>
          <Routes>
            <Route
              path="/"
              element={
                <Boundary part="The start page">
                  <Home />
                </Boundary>
              }
            />
            <Route
              path="/study/:id/:question?"
              element={
                <Boundary part="This page">
                  <Suspense fallback={<p className="soft">Opening …</p>}>
                    <StudyPage />
                  </Suspense>
                </Boundary>
              }
            />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </BrowserRouter>
        <Boundary part="The line of notices">
          <NoticeLine />
        </Boundary>
      </ThemeMode>
    </Provider>
  </StrictMode>,
);
