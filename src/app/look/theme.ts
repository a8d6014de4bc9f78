import { theme, type ThemeConfig } from 'antd';
import type { Tokens } from './tokens.ts';

/** Ant Design in the notebook's clothes. */
export const antTheme = (tokens: Tokens, dark: boolean): ThemeConfig => ({
  algorithm: dark ? theme.darkAlgorithm : theme.defaultAlgorithm,
  token: {
    colorPrimary: tokens.flag,
    colorInfo: tokens.water,
    colorSuccess: tokens.good,
    colorWarning: tokens.caution,
    colorError: tokens.fault,
    colorText: tokens.ink,
    colorTextSecondary: tokens.softInk,
    colorTextPlaceholder: tokens.softInk,
    colorBgContainer: tokens.sheet,
    colorBgElevated: tokens.sheet,
    colorBgLayout: tokens.paper,
    colorBorder: tokens.rule,
    colorBorderSecondary: tokens.rule,
    colorLink: tokens.ink,
    fontFamily: "'Atkinson Hyperlegible Next', sans-serif",
    fontSize: 14,
    borderRadius: 3,
    borderRadiusLG: 3,
    borderRadiusSM: 3,
    controlHeight: 32,
    boxShadow: 'none',
    boxShadowSecondary: `0 0 0 1px ${tokens.rule}`,
    motionDurationMid: '0.1s',
    motionDurationSlow: '0.15s',
    // Cut off by style alone, a list that opens would wait for the end of a motion that never was, out of sight.
    motion: !matchMedia('(prefers-reduced-motion: reduce)').matches,
  },
  components: {
    Button: {
      primaryColor: dark ? tokens.pine : '#FFFFFF',
      primaryShadow: 'none',
      defaultShadow: 'none',
      dangerShadow: 'none',
      fontWeight: 600,
    },
    Table: {
      headerBg: tokens.paper,
      headerColor: tokens.softInk,
      cellPaddingBlock: 8,
      cellPaddingInline: 12,
      headerBorderRadius: 0,
      headerSplitColor: 'transparent',
    },
    Segmented: { itemSelectedBg: tokens.ink, itemSelectedColor: tokens.sheet, trackBg: tokens.paper },
    Modal: { titleFontSize: 20 },
  },
});
