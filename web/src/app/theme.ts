import { createTheme, type MantineColorsTuple } from '@mantine/core';

const clay: MantineColorsTuple = [
  '#fbf1ea',
  '#f2dfd2',
  '#e4bda5',
  '#d69a76',
  '#ca7c50',
  '#b9633a',
  '#a4502f',
  '#8a3f22',
  '#70321b',
  '#552515',
];
const leaf: MantineColorsTuple = [
  '#f1f7e9',
  '#e1ecd2',
  '#c4dbaa',
  '#a4c87d',
  '#86b357',
  '#6b9a3d',
  '#537c2e',
  '#3f6323',
  '#2f4c19',
  '#213610',
];

/** Clay and ink on warm paper; leaf green only for plants. */
export const theme = createTheme({
  primaryColor: 'clay',
  primaryShade: { light: 7, dark: 3 },
  autoContrast: true,
  luminanceThreshold: 0.35,
  colors: { clay, leaf },
  black: '#2a211b',
  white: '#fffdf8',
  fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  headings: {
    fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
    fontWeight: '650',
  },
  defaultRadius: 'sm',
  cursorType: 'pointer',
  focusRing: 'auto',
});
