import { onBeforeUnmount } from "vue";
import type { Schemas } from "@/api/client";
import { offer } from "@/keys/actions";

interface Rehearsed {
  bench: () => void;
  turn: (by: number) => void;
  marks: () => void;
  keep: () => void;
  expose: (by: number) => void;
  again: () => void;
  pan: (dx: number, dy: number) => void;
  variants: () => Schemas["VariantOut"][];
  look: (variant: Schemas["VariantOut"]) => void;
  take: () => void;
  under: (pane: string) => void;
  asSet: () => void;
  undo: () => void;
}

/** What keys do while one rehearses; panes: what may stand under the picture, each with its letter. */
export function useRehearseKeys(panes: Record<string, string>, of: Rehearsed): void {
  const leave = offer([
    { id: "bench", label: "Back to the bench", keys: "b", run: of.bench },
    { id: "view", label: "Next view", keys: "v", run: () => of.turn(1) },
    { id: "marks", label: "Marks on the picture, on and off", keys: "k", run: of.marks },
    { id: "keep", label: "Fire and keep", keys: "x", run: of.keep },
    { id: "darker-frame", label: "Darker: a shorter time, the rest held", keys: ",", run: () => of.expose(1) },
    { id: "brighter-frame", label: "Brighter: a longer time, the rest held", keys: ".", run: () => of.expose(-1) },
    { id: "again", label: "Another frame of the same", keys: "n", run: of.again },
    { id: "left", label: "At 100 %: look left", keys: "ArrowLeft", run: () => of.pan(-1, 0) },
    { id: "right", label: "At 100 %: look right", keys: "ArrowRight", run: () => of.pan(1, 0) },
    { id: "up", label: "At 100 %: look up", keys: "ArrowUp", run: () => of.pan(0, -1) },
    { id: "down", label: "At 100 %: look down", keys: "ArrowDown", run: () => of.pan(0, 1) },
    ...[0, 1, 2, 3].map((k) => ({
      id: `variant-${k}`,
      label: `Look at frame ${k + 1} of those below`,
      keys: String(k + 1),
      run: () => {
        const found = of.variants()[k];
        if (found) of.look(found);
      },
    })),
    { id: "take", label: "Take over the frame that is looked at", keys: "t", run: of.take },
    ...Object.entries(panes).map(([pane, letter]) => ({
      id: `under-${pane}`,
      label: `Under the picture: ${pane}`,
      keys: `Shift+${letter}`,
      run: () => of.under(pane),
    })),
    { id: "as-set", label: "Back to the frame as set", keys: "Escape", run: of.asSet },
    { id: "undo", label: "Undo", keys: "z", run: of.undo },
  ]);
  onBeforeUnmount(leave);
}
