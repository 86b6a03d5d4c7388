import { onBeforeUnmount } from "vue";
import { useRouter } from "vue-router";
import { offer } from "@/keys/actions";
import type { useNowLine } from "./useNowLine";

interface Bench {
  undo: () => Promise<void>;
  redo: () => void;
  makeCard: () => Promise<void>;
  line: Pick<ReturnType<typeof useNowLine>, "zero" | "now" | "setNow">;
}
const to = (selector: string): void => window.document.querySelector<HTMLElement>(selector)?.focus();
/** A file of the server's, as a download. */
function kept(href: string): void {
  Object.assign(window.document.createElement("a"), { href, download: "" }).click();
}

/** What keyboard and palette offer at the bench. */
export function useBenchKeys(id: number, { undo, redo, makeCard, line: { zero, now, setNow } }: Bench): void {
  const router = useRouter();
  const open = (name: string) => () => void router.push({ name, params: { id } });
  onBeforeUnmount(
    offer([
      { id: "undo", label: "Undo", keys: "z", run: () => void undo() },
      { id: "redo", label: "Redo", keys: "Shift+Z", run: redo },
      { id: "darker", label: "And if it darkens: now, one step down", keys: "BracketLeft", run: () => setNow(now.value + 1) },
      { id: "brighter", label: "And if it brightens: now, one step up", keys: "BracketRight", run: () => setNow(now.value - 1) },
      { id: "now", label: "Back to now", keys: "0", run: () => setNow(zero.value) },
      { id: "settings", label: "All settings of this setup", keys: "a", run: open("settings") },
      { id: "rehearse", label: "Rehearse the picture", keys: "r", run: open("rehearse") },
      { id: "walk", label: "The way through the menus", keys: "m", run: open("walk") },
      { id: "json-situation", label: "Download the situation, JSON", run: () => kept(`/api/situations/${id}/situation.json`) },
      { id: "json-setup", label: "Download the setup, JSON", run: () => kept(`/api/situations/${id}/setup.json`) },
      { id: "card", label: "Make the pocket card", keys: "c", run: () => void makeCard() },
      { id: "figures", label: "To the figures (↑ ↓ step, l holds)", keys: "f", run: () => to("[role=spinbutton]") },
      { id: "rungs", label: "To what gives first (Alt ↑ ↓ moves)", keys: "w", run: () => to("[data-rung='0']") },
    ]),
  );
}
