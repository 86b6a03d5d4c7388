import { shallowReactive } from "vue";
import { tinykeys } from "tinykeys";

/** Something the keyboard, the palette and the list of keys all offer. */
export interface Action {
  id: string;
  label: string;
  keys?: string;
  hidden?: boolean;
  run: (event?: KeyboardEvent) => void;
}

/** What lies over any page when asked for. */
export type Over = "keys" | "palette" | undefined;

export const actions = shallowReactive(new Map<string, Action>());

function typing(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement | null;
  return !!at && (at.isContentEditable || ["INPUT", "SELECT", "TEXTAREA"].includes(at.tagName));
}

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
  const unbind = tinykeys(window, bound);
  return () => {
    unbind();
    for (const action of list) if (actions.get(action.id) === action) actions.delete(action.id);
  };
}
