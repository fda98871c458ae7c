import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, onScreen } from '../app/onScreen.testing.tsx';
import ConvertScreen from './ConvertScreen.tsx';

beforeEach(emptyDevice);

it('a figure in any unit is shown in all of them; what cannot be read is said', async () => {
  const here = await onScreen(<ConvertScreen />);
  const figure = here.getByLabelText(/^Figure/);
  await here.user.type(figure, '17 ft 5 in');
  for (const text of ['5.3086 m', '530.86 cm', '209 in', '17.417 ft'])
    expect(here.getByText(text)).toBeTruthy();
  await here.user.selectOptions(here.getByLabelText('What'), 'Seeds or plants by area');
  await here.user.type(here.getByLabelText(/^Figure/), '32k');
  expect(here.getByText('7.9074/m²')).toBeTruthy();
  await here.user.clear(here.getByLabelText(/^Figure/));
  await here.user.type(here.getByLabelText(/^Figure/), 'many');
  expect(here.getByText(/“many” is not/)).toBeTruthy();
});
