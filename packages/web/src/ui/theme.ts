/** The look of the component library, by its tokens: cotton and indigo, nothing of its default. */
import { type ThemeConfig, theme } from 'antd';

/** The rules are made by the build (`library-styles.ts`); the page sets what varies in them. */
const madeByTheBuild = { hashed: false, zeroRuntime: true } as const;

/** A finger wants 44 px to press. */
const isByTouch = globalThis.matchMedia?.('(pointer: coarse)').matches === true;

const shared = {
  fontFamily: "'Source Sans 3', system-ui, sans-serif",
  fontSize: 15,
  fontSizeSM: 14,
  borderRadius: 7,
  borderRadiusSM: 6,
  controlHeight: isByTouch ? 44 : 34,
  controlHeightSM: isByTouch ? 44 : 28,
  // What opens is there at once: while it moves it takes no press, and a quick one would be lost.
  motion: false,
  wireframe: false,
};

export const LIGHT_THEME: ThemeConfig = {
  ...madeByTheBuild,
  algorithm: theme.defaultAlgorithm,
  token: {
    ...shared,
    colorPrimary: '#1d2a4d',
    // What is chosen in a list: worked out from so dark a colour, its ground would be too dark to read on.
    colorPrimaryBg: '#ece4d4',
    colorPrimaryBgHover: '#e0d6c0',
    colorInfo: '#31457a',
    colorError: '#b3372c',
    colorWarning: '#a8640f',
    colorSuccess: '#3f7350',
    colorText: '#232a3b',
    colorTextSecondary: '#545b6b',
    colorTextPlaceholder: '#6d6f76',
    colorBgBase: '#fffdf8',
    colorBgContainer: '#fffdf8',
    colorBgElevated: '#fffdf8',
    colorBorder: '#b9ab90',
    colorBorderSecondary: '#d8cdb8',
    colorSplit: '#d8cdb8',
  },
  components: {
    Slider: {
      trackBg: '#31457a',
      trackHoverBg: '#1d2a4d',
      handleColor: '#31457a',
      railBg: '#d8cdb8',
      railHoverBg: '#cbbd9f',
    },
    Segmented: { trackBg: '#ece4d4', itemSelectedBg: '#fffdf8', itemColor: '#454c5d' },
  },
};

export const DARK_THEME: ThemeConfig = {
  ...madeByTheBuild,
  algorithm: theme.darkAlgorithm,
  token: {
    ...shared,
    colorPrimary: '#5d78cf',
    colorInfo: '#8ba3ec',
    colorError: '#ec8378',
    colorWarning: '#e8a74c',
    colorSuccess: '#7fc497',
    colorText: '#eef0f7',
    colorTextSecondary: '#b7bfd4',
    colorTextPlaceholder: '#9aa4bf',
    colorBgBase: '#151d35',
    colorBgContainer: '#1c2644',
    colorBgElevated: '#202b4c',
    colorBorder: '#4a598a',
    colorBorderSecondary: '#2c375c',
    colorSplit: '#2c375c',
  },
  components: {
    Slider: {
      handleColor: '#9db2f5',
      handleActiveColor: '#c4d0ff',
      trackBg: '#5d78cf',
      trackHoverBg: '#6f8ae0',
      railBg: '#2c375c',
      railHoverBg: '#3a487a',
    },
    Button: {
      colorPrimary: '#40559c',
      colorPrimaryHover: '#4a61ae',
      colorPrimaryActive: '#364a8c',
      primaryColor: '#ffffff',
    },
    Segmented: {
      trackBg: '#10162a',
      itemSelectedBg: '#31457a',
      itemSelectedColor: '#ffffff',
      itemColor: '#b7bfd4',
    },
  },
};
