import { createBrowserRouter } from 'react-router';
import { NotFound, Shell, ScreenFailed } from './Shell.tsx';

const screen = (load: () => Promise<{ default: React.ComponentType }>) => async () => ({
  Component: (await load()).default,
});

/** Every address of the app. Each screen is fetched when first opened, and kept for use without a network. */
export const router = createBrowserRouter([
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: ScreenFailed,
    HydrateFallback: () => null,
    children: [
      { index: true, lazy: screen(() => import('../today/TodayScreen.tsx')) },
      { path: 'fields', lazy: screen(() => import('../fields/FieldsScreen.tsx')) },
      {
        path: 'plantings/:plantingId',
        lazy: screen(() => import('../planting/PlantingScreen.tsx')),
      },
      {
        path: 'plantings/:plantingId/walk',
        lazy: screen(() => import('../stand/StartWalkScreen.tsx')),
      },
      { path: 'walks/:walkId', lazy: screen(() => import('../stand/CaptureScreen.tsx')) },
      {
        path: 'walks/:walkId/stops/:stopId/tape',
        lazy: screen(() => import('../spacing/TapeScreen.tsx')),
      },
      { path: 'walks/:walkId/result', lazy: screen(() => import('../stand/ResultScreen.tsx')) },
      { path: 'device', lazy: screen(() => import('../sync/DeviceScreen.tsx')) },
      { path: '*', Component: NotFound },
    ],
  },
]);
