import type { ThemeConfig } from 'antd';

/** The look: calm and printed, warm paper, one accent. The same values stand in base.css as custom properties. */
export const theme: ThemeConfig = {
  token: {
    colorPrimary: '#17594a', colorLink: '#17594a', colorInfo: '#17594a', colorSuccess: '#17594a', colorWarning: '#b08a1e', colorError: '#8a2f10',
    colorTextBase: '#24302c', colorTextSecondary: '#5c615a', colorTextTertiary: '#5c615a', colorTextDescription: '#5c615a', colorTextPlaceholder: '#6d7169',
    colorBgBase: '#fffdf8', colorBgLayout: '#f6f2ea', colorBgContainer: '#fffdf8', colorBgElevated: '#fffdf8',
    colorBorder: '#cfc6b4', colorBorderSecondary: '#ddd5c7', colorSplit: '#ddd5c7', controlItemBgHover: '#f0ece0', controlItemBgActive: '#e3eee8',
    fontFamily: "'Source Sans 3 Variable', 'Source Sans 3', system-ui, sans-serif", fontSize: 14, borderRadius: 5, borderRadiusLG: 7, wireframe: false,
    boxShadow: 'none', boxShadowTertiary: 'none', boxShadowSecondary: '0 2px 10px rgba(36, 48, 44, 0.14)', motionDurationFast: '0.08s', motionDurationMid: '0.1s', motionDurationSlow: '0.12s',
    lineWidthFocus: 2, controlOutlineWidth: 0,
  },
  components: {
    Button: { primaryShadow: 'none', defaultShadow: 'none', dangerShadow: 'none', fontWeight: 600, contentFontSize: 14 },
    Dropdown: { paddingBlock: 5 },
    Segmented: { itemSelectedBg: '#17594a', itemSelectedColor: '#ffffff', trackBg: '#f0ece0' },
    Popover: { titleMinWidth: 240 },
  },
};
