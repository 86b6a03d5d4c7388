import THEMES from "./tokens.json";

/** The one place for colours is tokens.json: it feeds the style sheet, Ant Design Vue and the card that the server writes. */
export { THEMES };

export type ThemeName = keyof typeof THEMES;

export function applyTheme(name: ThemeName): void {
  const root = document.documentElement;
  root.dataset.theme = name;
  root.classList.toggle("red", name === "red");
  root.style.colorScheme = name === "paper" ? "light" : "dark";
  for (const [token, value] of Object.entries(THEMES[name])) {
    if (token !== "label") root.style.setProperty(`--${token}`, value);
  }
}

/** What the library's components are drawn with: one and the same for a theme, so that it works its styles out once. */
const made = new Map<ThemeName, ReturnType<typeof tokensOf>>();
export function componentTheme(name: ThemeName) {
  const known = made.get(name) ?? tokensOf(name);
  made.set(name, known);
  return known;
}
function tokensOf(name: ThemeName) {
  const t = THEMES[name];
  return {
    token: {
      colorPrimary: t.ink,
      colorLink: t.ink,
      colorInfo: t.ink,
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
