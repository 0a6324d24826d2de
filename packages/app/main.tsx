import '@fontsource-variable/atkinson-hyperlegible-mono';
import '@fontsource-variable/atkinson-hyperlegible-next';
import './theme/theme.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { Boundary } from './frame/Boundary';
import { NoticeLine } from './frame/NoticeLine';
import { StudyPage } from './frame/StudyPage';
import { Home } from './home/Home';
import { store } from './store/store';
import { ThemeMode } from './theme/ThemeMode';
import { z } from 'zod';

// The page's content security policy forbids code made from text.
z.config({ jitless: true });

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
                  <StudyPage />
                </Boundary>
              }
            />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </BrowserRouter>
        <NoticeLine />
      </ThemeMode>
    </Provider>
  </StrictMode>,
);
