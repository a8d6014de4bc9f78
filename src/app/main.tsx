import '@fontsource/atkinson-hyperlegible-next/latin-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-600.css';
import '@fontsource/atkinson-hyperlegible-next/latin-700.css';
import '@fontsource/atkinson-hyperlegible-next/latin-ext-400.css';
import '@fontsource/bitter/latin-600.css';
import './look/packages.css';
// Each may give way to those after it: the order counts.
import './look/base.css';
import './look/frame.css';
import './look/plan.css';
import './look/strings.css';
import './look/figures.css';
import './look/tables.css';
import './look/patterns.css';
import './look/holdings.css';
import './look/notices.css';
import './look/narrow.css';
import './look/print.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { Look } from './look/Look.tsx';
import { HoldingFrame } from './shell/HoldingFrame.tsx';
import { fetchTheRest } from './parts/later.ts';
import { Notices } from './shell/Notices.tsx';
import { Home } from './views/holdings/Home.tsx';
import { DayDoor } from './shell/DayDoor.tsx';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Look>
      <Notices />
      <BrowserRouter>
        <Routes>
          <Route path="/" element={<Home />} />
          <Route path="/day" element={<DayDoor />} />
          <Route path="/h/:holding/*" element={<HoldingFrame />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </BrowserRouter>
    </Look>
  </StrictMode>,
);

addEventListener('load', () => setTimeout(fetchTheRest, 1500));
