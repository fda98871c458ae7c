import type { RouteObject } from 'react-router';
import { NotFound, Shell, ScreenFailed } from './Shell.tsx';

const screen = (load: () => Promise<{ default: React.ComponentType }>) => async () => ({
  Component: (await load()).default,
});

/** Every address of the app. Each screen is fetched when first opened, and kept for use without a network. */
export const routes: RouteObject[] = [
  {
    path: '/',
    Component: Shell,
    // Where the frame itself fails.
    ErrorBoundary: ScreenFailed,
    HydrateFallback: () => null,
    children: [
      {
        // Inside the frame: a screen that fails leaves the menu.
        ErrorBoundary: ScreenFailed,
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
          {
            path: 'plantings/:plantingId/plan',
            lazy: screen(() => import('../sampling/PlanScreen.tsx')),
          },
          {
            path: 'plantings/:plantingId/log/:logId',
            lazy: screen(() => import('../planter/LogMapScreen.tsx')),
          },
          { path: 'walks/:walkId/way', lazy: screen(() => import('../sampling/WayScreen.tsx')) },
          { path: 'walks/:walkId', lazy: screen(() => import('../stand/CaptureScreen.tsx')) },
          {
            path: 'walks/:walkId/stops/:stopId/tape',
            lazy: screen(() => import('../spacing/TapeScreen.tsx')),
          },
          {
            path: 'walks/:walkId/stops/:stopId/stages',
            lazy: screen(() => import('../staging/StagesScreen.tsx')),
          },
          {
            path: 'walks/:walkId/stops/:stopId/gaps',
            lazy: screen(() => import('../digs/GapsScreen.tsx')),
          },
          {
            path: 'walks/:walkId/stops/:stopId/late',
            lazy: screen(() => import('../digs/LateScreen.tsx')),
          },
          {
            path: 'walks/:walkId/stops/:stopId/roots',
            lazy: screen(() => import('../digs/RootsScreen.tsx')),
          },
          {
            path: 'walks/:walkId/stops/:stopId/pests',
            lazy: screen(() => import('../pests/PestsScreen.tsx')),
          },
          {
            path: 'walks/:walkId/stops/:stopId/photos',
            lazy: screen(() => import('../photos/PhotosScreen.tsx')),
          },
          {
            path: 'walks/:walkId/stops/:stopId/notes',
            lazy: screen(() => import('../notes/StopNotesScreen.tsx')),
          },
          {
            path: 'walks/:walkId/compare',
            lazy: screen(() => import('../stand/CompareScreen.tsx')),
          },
          { path: 'walks/:walkId/result', lazy: screen(() => import('../stand/ResultScreen.tsx')) },
          {
            path: 'plantings/:plantingId/below',
            lazy: screen(() => import('../belowGround/BelowScreen.tsx')),
          },
          {
            path: 'plantings/:plantingId/below/dig',
            lazy: screen(() => import('../belowGround/DigScreen.tsx')),
          },
          {
            path: 'plantings/:plantingId/emergence',
            lazy: screen(() => import('../emergence/EmergenceScreen.tsx')),
          },
          {
            path: 'plantings/:plantingId/emergence/flag',
            lazy: screen(() => import('../emergence/FlagLengthsScreen.tsx')),
          },
          {
            path: 'plantings/:plantingId/emergence/count',
            lazy: screen(() => import('../emergence/CountEmergenceScreen.tsx')),
          },
          {
            path: 'plantings/:plantingId/tags',
            lazy: screen(() => import('../tags/TagsScreen.tsx')),
          },
          {
            path: 'plantings/:plantingId/replant',
            lazy: screen(() => import('../replant/ReplantScreen.tsx')),
          },
          {
            path: 'plantings/:plantingId/trial',
            lazy: screen(() => import('../trials/PlanTrialScreen.tsx')),
          },
          { path: 'trials', lazy: screen(() => import('../trials/TrialsScreen.tsx')) },
          { path: 'trials/:trialId', lazy: screen(() => import('../trials/TrialScreen.tsx')) },
          {
            path: 'trials/:trialId/plan',
            lazy: screen(() => import('../trials/PlanTrialScreen.tsx')),
          },
          { path: 'calendar', lazy: screen(() => import('../calendar/CalendarScreen.tsx')) },
          { path: 'map', lazy: screen(() => import('../map/MapScreen.tsx')) },
          { path: 'weather', lazy: screen(() => import('../weather/WeatherScreen.tsx')) },
          {
            path: 'planters/:planterId/workshop',
            lazy: screen(() => import('../planter/WorkshopScreen.tsx')),
          },
          {
            path: 'planters/:planterId',
            lazy: screen(() => import('../planter/PlanterCardScreen.tsx')),
          },
          { path: 'planters', lazy: screen(() => import('../planter/PlantersScreen.tsx')) },
          { path: 'causes', lazy: screen(() => import('../diagnosis/CausesScreen.tsx')) },
          { path: 'causes/:cause', lazy: screen(() => import('../diagnosis/CauseScreen.tsx')) },
          { path: 'targets', lazy: screen(() => import('../targets/TargetsScreen.tsx')) },
          { path: 'depth', lazy: screen(() => import('../depth/AdviserScreen.tsx')) },
          {
            path: 'plantings/:plantingId/trench',
            lazy: screen(() => import('../depth/StartTrenchScreen.tsx')),
          },
          { path: 'trench/:walkId', lazy: screen(() => import('../depth/TrenchScreen.tsx')) },
          {
            path: 'trench/:walkId/result',
            lazy: screen(() => import('../depth/TrenchResultScreen.tsx')),
          },
          {
            path: 'trench/:walkId/monitor',
            lazy: screen(() => import('../planter/MonitorScreen.tsx')),
          },
          { path: 'convert', lazy: screen(() => import('../reckoner/ConvertScreen.tsx')) },
          { path: 'settings', lazy: screen(() => import('../settings/SettingsScreen.tsx')) },
          { path: 'device', lazy: screen(() => import('../sync/DeviceScreen.tsx')) },
          { path: '*', Component: NotFound },
        ],
      },
    ],
  },
];
