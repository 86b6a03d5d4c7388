import { useStorage } from "@vueuse/core";
import { defineStore } from "pinia";
import { ref, watchEffect } from "vue";
import { applyTheme, THEMES, type ThemeName } from "@/theme/tokens";

export const useTheme = defineStore("theme", () => {
  const name = useStorage<ThemeName>("aperture.theme", "paper");
  if (!(name.value in THEMES)) name.value = "paper";
  watchEffect(() => applyTheme(name.value));
  function next(): void {
    const names = Object.keys(THEMES) as ThemeName[];
    name.value = names[(names.indexOf(name.value) + 1) % names.length] ?? "paper";
  }
  /** Whether pictures are shown under the red lamp, where they are off until somebody asks. */
  const pictures = ref(false);
  return { name, next, pictures };
});
