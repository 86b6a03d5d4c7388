/** The one place for colours: feeds the style sheet and Ant Design Vue alike. */
export const THEMES = {
  paper: {
    label: "Paper",
    bg: "#F4EFE4",
    raised: "#FBF8F1",
    sunk: "#E9E2D3",
    ink: "#1C2024",
    second: "#5A5B57",
    rule: "#CFC6B3",
    binding: "#B0125B",
    error: "#7A3B00",
  },
  dusk: {
    label: "Dusk",
    bg: "#22252B",
    raised: "#2B2F36",
    sunk: "#1B1E23",
    ink: "#EAE4D8",
    second: "#A9A79F",
    rule: "#454A52",
    binding: "#FF86B6",
    error: "#E0A15A",
  },
  red: {
    label: "Red lamp",
    bg: "#000000",
    raised: "#000000",
    sunk: "#000000",
    ink: "#FF0000",
    second: "#EC0000",
    rule: "#C80000",
    binding: "#FF0000",
    error: "#FF0000",
  },
} as const;

export type ThemeName = keyof typeof THEMES;

export function applyTheme(name: ThemeName): void {
  const root = document.documentElement;
  root.dataset.theme = name;
  root.classList.toggle("red", name === "red");
  for (const [token, value] of Object.entries(THEMES[name])) {
    if (token !== "label") root.style.setProperty(`--${token}`, value);
  }
}

export function componentTheme(name: ThemeName) {
  const t = THEMES[name];
  return {
    token: {
      colorPrimary: t.ink,
      colorBgBase: t.bg,
      colorBgContainer: t.bg,
      colorBgElevated: t.raised,
      colorTextBase: t.ink,
      colorText: t.ink,
      colorTextSecondary: t.second,
      colorTextPlaceholder: t.second,
      colorTextLightSolid: t.bg,
      colorBorder: t.rule,
      colorSplit: t.rule,
      colorError: t.error,
      colorBgMask: t.sunk + "C0",
      borderRadius: 2,
      boxShadow: "none",
      boxShadowSecondary: "none",
      fontFamily: '"Archivo Variable", sans-serif',
      fontSize: 14,
      motionDurationMid: "0.1s",
      motionDurationSlow: "0.12s",
      controlHeight: 36,
    },
  };
}
