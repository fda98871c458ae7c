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

/** Warm greys, so that quiet controls belong to the paper. */
const gray: MantineColorsTuple = [
  '#fbf6ea',
  '#f1e8d6',
  '#e6d9c1',
  '#d9ccb4',
  '#c4b497',
  '#a3937a',
  '#84755f',
  '#6a5c4a',
  '#574a3f',
  '#3d332b',
];
const dark: MantineColorsTuple = [
  '#f4eadb',
  '#cdbfab',
  '#a89783',
  '#7d6c5b',
  '#4b3f35',
  '#3c3127',
  '#27201b',
  '#1c1714',
  '#15110e',
  '#0f0c0a',
];

/** Clay and ink on warm paper; leaf green only for plants. */
export const theme = createTheme({
  primaryColor: 'clay',
  primaryShade: { light: 7, dark: 3 },
  autoContrast: true,
  luminanceThreshold: 0.35,
  colors: { clay, leaf, gray, dark },
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
  // Figures are typed, or stepped by arrow keys: the two small buttons are for no thumb.
  components: { NumberInput: { defaultProps: { hideControls: true } } },
});
