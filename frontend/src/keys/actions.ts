import { shallowReactive } from "vue";
import { tinykeys } from "tinykeys";

/** Something the keyboard, the palette and the list of keys all offer. */
export interface Action {
  id: string;
  label: string;
  keys?: string;
  hidden?: boolean;
  /** Whether the palette begins with it. */
  first?: boolean;
  run: (event?: KeyboardEvent) => void;
}

/** What lies over any page when asked for. */
export type Over = "keys" | "palette" | undefined;

export const actions = shallowReactive(new Map<string, Action>());

/** Kinds of input into which no letter is typed. */
const NO_LETTERS = new Set(["checkbox", "radio", "range", "button", "submit", "file", "color"]);
function typing(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement | null;
  if (at instanceof HTMLInputElement) return !NO_LETTERS.has(at.type);
  return !!at && (at.isContentEditable || ["SELECT", "TEXTAREA"].includes(at.tagName));
}

/** Fields in which something was typed that is not kept yet: there the browser's own undo comes first. */
const edited = new WeakSet<EventTarget>();
window.addEventListener("input", (event) => event.target && edited.add(event.target), true);
window.addEventListener("change", (event) => event.target && edited.delete(event.target), true);

/** The letters that act without a modifier, and what stands for them wherever the focus is. */
const ANYWHERE: Record<string, string> = { z: "$mod+z", "Shift+Z": "$mod+Shift+Z" };

/** Offer actions while a component lives; returns how to take them back. */
export function offer(list: Action[]): () => void {
  for (const action of list) actions.set(action.id, action);
  const bound = Object.fromEntries(
    list
      .filter((action) => action.keys)
      .map((action) => [
        action.keys as string,
        (event: KeyboardEvent) => {
          const free = action.keys?.includes("Alt+") || action.keys === "Escape" || action.keys?.includes("$mod");
          if (!free && typing(event)) return;
          event.preventDefault();
          action.run(event);
        },
      ]),
  );
  for (const action of list) {
    const held = ANYWHERE[action.keys ?? ""];
    if (!held) continue;
    bound[held] = (event) => {
      if (event.target && edited.has(event.target)) return;
      event.preventDefault();
      action.run(event);
    };
  }
  const unbind = tinykeys(window, bound);
  return () => {
    unbind();
    for (const action of list) if (actions.get(action.id) === action) actions.delete(action.id);
  };
}
