import { createSystem, defaultBaseConfig, defineConfig } from '@chakra-ui/react';
import {
  animationStyles,
  breakpoints,
  buttonRecipe,
  checkboxSlotRecipe,
  checkmarkRecipe,
  dialogSlotRecipe,
  fieldSlotRecipe,
  globalCss,
  headingRecipe,
  inputRecipe,
  kbdRecipe,
  keyframes,
  layerStyles,
  menuSlotRecipe,
  nativeSelectSlotRecipe,
  popoverSlotRecipe,
  radioGroupSlotRecipe,
  semanticTokens,
  sliderSlotRecipe,
  spinnerRecipe,
  switchSlotRecipe,
  tableSlotRecipe,
  tabsSlotRecipe,
  textStyles,
  tokens,
} from '@chakra-ui/react/theme';

/** The library's groundwork with the recipes of the parts in use; a part used again adds its recipe here. */
const groundwork = defineConfig({
  preflight: true,
  cssVarsPrefix: 'chakra',
  cssVarsRoot: ':where(html, .chakra-theme)',
  globalCss,
  theme: {
    breakpoints,
    keyframes,
    tokens,
    semanticTokens,
    recipes: {
      button: buttonRecipe,
      checkmark: checkmarkRecipe,
      heading: headingRecipe,
      input: inputRecipe,
      kbd: kbdRecipe,
      spinner: spinnerRecipe,
    },
    slotRecipes: {
      checkbox: checkboxSlotRecipe,
      dialog: dialogSlotRecipe,
      field: fieldSlotRecipe,
      menu: menuSlotRecipe,
      nativeSelect: nativeSelectSlotRecipe,
      popover: popoverSlotRecipe,
      radioGroup: radioGroupSlotRecipe,
      slider: sliderSlotRecipe,
      switch: switchSlotRecipe,
      table: tableSlotRecipe,
      tabs: tabsSlotRecipe,
    },
    textStyles,
    layerStyles,
    animationStyles,
  },
});

/** Day and night values of one role. */
const both = (day: string, night: string) => ({ value: { base: day, _light: day, _dark: night } });

/**
 * Pelkin's own look: warm paper, ink, tarred wood, one kelp green, ochre for “look”, madder for “stop”.
 * Everything that has a colour, a type size or a radius takes it from here.
 */
const config = defineConfig({
  globalCss: {
    'html, body, #root': { height: '100%' },
    body: { bg: 'paper', color: 'ink', fontFamily: 'body', fontSize: '14px', lineHeight: 1.45 },
    '*:focus-visible': { outline: '2px solid {colors.kelp}', outlineOffset: '1px' },
    '*': {
      '@media (prefers-reduced-motion: reduce)': {
        animationDuration: '0.01ms !important',
        transitionDuration: '0.01ms !important',
      },
    },
  },
  theme: {
    tokens: {
      fonts: {
        body: { value: "'Commissioner Variable', 'Segoe UI', sans-serif" },
        heading: { value: "'Commissioner Variable', 'Segoe UI', sans-serif" },
        mono: { value: "'Spline Sans Mono Variable', ui-monospace, monospace" },
      },
      radii: { l1: { value: '3px' }, l2: { value: '4px' }, l3: { value: '6px' } },
    },
    semanticTokens: {
      colors: {
        paper: both('#f4eee0', '#1c1a17'),
        sheet: both('#fbf8f0', '#24211d'),
        sunk: both('#ebe2cf', '#171512'),
        rule: both('#d8ccb4', '#3a352e'),
        ink: both('#1f2a2e', '#ece4d4'),
        faded: both('#655d50', '#a89f8f'),
        tar: both('#26211c', '#120f0d'),
        tarLight: both('#38312a', '#26211c'),
        onTar: both('#f1e9da', '#ece4d4'),
        onTarFaded: both('#b3a796', '#a2978a'),
        kelp: both('#2b6a4d', '#7fc09c'),
        onKelp: both('#ffffff', '#10241a'),
        kelpWash: both('#dce7d8', '#223329'),
        kelpOnTar: both('#8fc7a6', '#8fc7a6'),
        ochre: both('#8b5a08', '#e0a94c'),
        ochreOnTar: both('#e3ac4f', '#e3ac4f'),
        madder: both('#9c322b', '#ef8c82'),
        madderOnTar: both('#f09a90', '#f09a90'),
        wood: both('#ecdfc3', '#3a3022'),
        // The player and the instrument as they are seen from the front.
        figure: both('#eadfc8', '#35302a'),
        figureEdge: both('#8d826f', '#867b6b'),
        bodyWood: both('#c49a62', '#8a6c43'),
        neckWood: both('#dcbf8a', '#a98e60'),
        boardWood: both('#4a372a', '#2b211a'),
        strap: both('#6a5a49', '#5c4f42'),
        // A front of another wood, glued on.
        woodPale: both('#f6efdd', '#4c402c'),
        // The component library's own roles, in these colours.
        bg: {
          DEFAULT: both('#f4eee0', '#1c1a17'),
          panel: both('#fbf8f0', '#24211d'),
          subtle: both('#ebe2cf', '#2b2722'),
          muted: both('#ebe2cf', '#2f2a24'),
          emphasized: both('#e0d5be', '#3a352e'),
        },
        fg: {
          DEFAULT: both('#1f2a2e', '#ece4d4'),
          muted: both('#655d50', '#a89f8f'),
          subtle: both('#766d5e', '#968d7e'),
          error: both('#9c322b', '#ef8c82'),
        },
        border: {
          DEFAULT: both('#d8ccb4', '#3a352e'),
          emphasized: both('#b9ab90', '#544d43'),
          error: both('#9c322b', '#ef8c82'),
        },
        green: {
          solid: both('#2b6a4d', '#7fc09c'),
          contrast: both('#ffffff', '#10241a'),
          fg: both('#2b6a4d', '#8fc7a6'),
          subtle: both('#dce7d8', '#223329'),
          muted: both('#c8dac6', '#2c4336'),
          emphasized: both('#b2ccb2', '#375645'),
          focusRing: both('#2b6a4d', '#7fc09c'),
          border: both('#2b6a4d', '#7fc09c'),
        },
        gray: {
          solid: both('#38312a', '#ece4d4'),
          contrast: both('#f1e9da', '#1c1a17'),
          fg: both('#1f2a2e', '#ece4d4'),
          subtle: both('#ebe2cf', '#2b2722'),
          muted: both('#e0d5be', '#38332c'),
          emphasized: both('#d0c3a8', '#463f36'),
          focusRing: both('#2b6a4d', '#7fc09c'),
          border: both('#d8ccb4', '#3a352e'),
        },
      },
    },
  },
});

export const system = createSystem(defaultBaseConfig, groundwork, config);
