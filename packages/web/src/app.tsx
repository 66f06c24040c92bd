import { lazy, type ComponentType } from 'react';
import { createBrowserRouter, Navigate, useLocation } from 'react-router';
import { SHEET_KINDS } from '@lowtide/core/documents/sheets.ts';
import { REPORT_NAMES } from '@lowtide/core/reports/reports.ts';
import { useMay } from './api/session.tsx';
import { Shell } from './frame/Shell.tsx';

/** A page by its name in its file, loaded when it is first asked for. */
function page<Name extends string>(load: () => Promise<Readonly<Record<Name, ComponentType>>>, name: Name) {
  const Page: ComponentType = lazy(async () => ({ default: (await load())[name] as ComponentType }));
  return <Page />;
}

const SheetPage = lazy(async () => ({ default: (await import('./sheets/SheetPage.tsx')).SheetPage }));
const ReportPage = lazy(async () => ({ default: (await import('./reports/ReportPage.tsx')).ReportPage }));

/** Goes on to a page with the month, the moment and whatever else the address has. */
function Onward({ to }: { readonly to: string }) {
  return <Navigate to={{ pathname: to, search: useLocation().search }} replace />;
}

/** Where somebody begins: with what waits for them, or with their own hours. */
function FirstPage() {
  return <Onward to={useMay()('read-projects') ? '/today' : '/hours'} />;
}

/** Which address shows which page. */
export const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    children: [
      { index: true, element: <FirstPage /> },
      { path: 'account', element: page(() => import('./account/AccountPage.tsx'), 'AccountPage') },
      { path: 'hours', element: page(() => import('./account/OwnHoursPage.tsx'), 'OwnHoursPage') },
      { path: 'today', element: page(() => import('./month/TodayPage.tsx'), 'TodayPage') },
      { path: 'buying', element: page(() => import('./orders/BuyingPage.tsx'), 'BuyingPage') },
      { path: 'costs', element: page(() => import('./costs/CostsPage.tsx'), 'CostsPage') },
      ...SHEET_KINDS.map((kind) => ({ path: `costs/${kind}/:draft`, element: <SheetPage key={kind} kind={kind} /> })),
      { path: 'orders/:id', element: page(() => import('./orders/OrderPage.tsx'), 'OrderPage') },
      { path: 'labor', element: page(() => import('./labor/LaborPage.tsx'), 'LaborPage') },
      { path: 'approvals', element: page(() => import('./labor/hours/ApprovalsPage.tsx'), 'ApprovalsPage') },
      { path: 'labor/clearing/:id', element: page(() => import('./labor/payroll/ClearingPage.tsx'), 'ClearingPage') },
      { path: 'labor/hours-table', element: page(() => import('./labor/hours/HoursTablePage.tsx'), 'HoursTablePage') },
      { path: 'labor/rate-table', element: page(() => import('./labor/rates/RateTablePage.tsx'), 'RateTablePage') },
      { path: 'labor/rates/:id', element: page(() => import('./labor/rates/RatePage.tsx'), 'RatePage') },
      { path: 'documents', element: page(() => import('./documents/DocumentsPage.tsx'), 'DocumentsPage') },
      { path: 'documents/:id', element: page(() => import('./documents/DocumentPage.tsx'), 'DocumentPage') },
      { path: 'projects', element: page(() => import('./reports/ProjectsPage.tsx'), 'ProjectsPage') },
      {
        path: 'projects/forecasts',
        element: page(() => import('./projects/told-forecasts/ToldForecastsPage.tsx'), 'ToldForecastsPage'),
      },
      { path: 'projects/:id', element: page(() => import('./projects/ProjectPage.tsx'), 'ProjectPage') },
      {
        path: 'projects/:id/estimates',
        element: page(() => import('./projects/estimates/EstimatesPage.tsx'), 'EstimatesPage'),
      },
      {
        path: 'projects/:id/estimates/:estimate',
        element: page(() => import('./projects/estimates/EstimateSheetPage.tsx'), 'EstimateSheetPage'),
      },
      {
        path: 'projects/:id/forecast',
        element: page(() => import('./projects/forecast/ForecastPage.tsx'), 'ForecastPage'),
      },
      {
        path: 'recognition',
        element: page(() => import('./recognition/RecognitionPage.tsx'), 'RecognitionPage'),
      },
      {
        path: 'recognition/progress',
        element: page(() => import('./recognition/SiteProgressPage.tsx'), 'SiteProgressPage'),
      },
      {
        path: 'projects/:id/ranges',
        element: page(() => import('./projects/ranges/RangesPage.tsx'), 'RangesPage'),
      },
      {
        path: 'recognition/what-if',
        element: page(() => import('./recognition/what-if/WhatIfPage.tsx'), 'WhatIfPage'),
      },
      // What it was called before: addresses people kept.
      { path: 'earning', element: <Onward to="/recognition" /> },
      { path: 'billing', element: page(() => import('./billing/BillingPage.tsx'), 'BillingPage') },
      {
        path: 'clients/:id',
        element: page(() => import('./billing/ClientAccountPage.tsx'), 'ClientAccountPage'),
      },
      { path: 'reports', element: page(() => import('./reports/ReportsPage.tsx'), 'ReportsPage') },
      ...REPORT_NAMES.map((name) => ({ path: `reports/${name}`, element: <ReportPage key={name} name={name} /> })),
      { path: 'closing', element: page(() => import('./month/ClosingPage.tsx'), 'ClosingPage') },
      { path: 'settings', element: page(() => import('./settings/SettingsPage.tsx'), 'SettingsPage') },
      { path: 'settings/:kind', element: page(() => import('./settings/SettingsPage.tsx'), 'SettingsPage') },
      { path: '*', element: page(() => import('./api/NoPage.tsx'), 'NoPage') },
    ],
  },
]);
