import '@fontsource-variable/atkinson-hyperlegible-mono';
import '@fontsource-variable/atkinson-hyperlegible-next';
import './theme/theme.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { NoticeLine } from './frame/NoticeLine';
import { StudyPage } from './frame/StudyPage';
import { Home } from './home/Home';
import { store } from './store/store';
import { ThemeMode } from './theme/ThemeMode';
import { z } from 'zod';

// The page's content security policy forbids code made from text.
z.config({ jitless: true });

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <ThemeMode>
        <BrowserRouter>
          <Routes>
            <Route path="/" element={<Home />} />
            <Route path="/study/:id/:question?" element={<StudyPage />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </BrowserRouter>
        <NoticeLine />
      </ThemeMode>
    </Provider>
  </StrictMode>,
);
