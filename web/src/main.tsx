import '@fontsource-variable/atkinson-hyperlegible-next';
import '@mantine/core/styles.css';
import './app/tokens.css';
import './app/base.css';
import { MantineProvider } from '@mantine/core';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { routes } from './app/routes.tsx';
import { theme } from './app/theme.ts';
import { Device } from './data/device.ts';
import { DeviceContext } from './data/hooks.ts';
import { rememberPreferences } from './data/preferences.ts';
import { makeStore } from './data/store.ts';

const store = makeStore(() => device.road);
const device: Device = new Device(store);
let remembered = store.getState().preferences;
store.subscribe(() => {
  const { preferences } = store.getState();
  if (preferences !== remembered) rememberPreferences((remembered = preferences));
});
const router = createBrowserRouter(routes);
void device.open();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <DeviceContext value={device}>
        <MantineProvider theme={theme} defaultColorScheme="light">
          <RouterProvider router={router} />
        </MantineProvider>
      </DeviceContext>
    </Provider>
  </StrictMode>,
);
