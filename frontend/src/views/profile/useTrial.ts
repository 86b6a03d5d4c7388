import { useEventListener } from "@vueuse/core";
import { ref } from "vue";
import { onBeforeRouteLeave } from "vue-router";
import { client, ProblemError, take, type Schemas } from "@/api/client";

type Person = Schemas["PersonForm"];

/** A change of the profile on trial: what it would change in the person's setups is shown before it is taken. */
export function useTrial(person: () => Person, apply: (edit: (p: Person) => void) => void) {
  const trial = ref<{ at: string; answer: string; edit: (p: Person) => void } | null>(null);
  const affected = ref<Schemas["AffectedOut"][] | null>(null);
  const wrong = ref("");
  async function weigh(at: string, answer: string, edit: (p: Person) => void): Promise<void> {
    const mine = { at, answer, edit };
    [trial.value, affected.value, wrong.value] = [mine, null, ""];
    const tried = JSON.parse(JSON.stringify(person())) as Person;
    edit(tried);
    try {
      const found = await take(client.POST("/api/profile/preview", { body: tried }));
      if (trial.value?.at === at && trial.value.answer === answer) affected.value = found;
    } catch (error) {
      wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached.";
    }
  }
  function settle(yes: boolean): void {
    if (yes && trial.value) apply(trial.value.edit);
    [trial.value, affected.value] = [null, null];
  }
  // an answer that nobody took yet is not left behind without a word
  const leaving = ref<((go: boolean) => void) | null>(null);
  onBeforeRouteLeave(
    () =>
      !trial.value ||
      new Promise<boolean>((resolve) => {
        leaving.value = (go) => {
          leaving.value = null;
          resolve(go);
        };
      }),
  );
  useEventListener(window, "beforeunload", (event: BeforeUnloadEvent) => {
    if (trial.value) event.preventDefault();
  });
  return { trial, affected, wrong, weigh, settle, leaving };
}
