<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { useInTurn } from "@/api/inTurn";
import { changed } from "@/api/keys";
import { useKit } from "@/api/queries";
import Choice from "@/fields/Choice.vue";
import NumberField from "@/fields/NumberField.vue";
import { orNone } from "@/fields/options";

/** The bodies that the files name: which of one's own each is, and how far its clock was off. */
const props = defineProps<{ id: number; clocks: Schemas["ClockOut"][] }>();
const queries = useQueryClient();
const { data: kit } = useKit();
const wrong = ref<Record<string, string>>({});
const set = useInTurn(
  () => `came-${props.id}`,
  async (asked: Schemas["ClockIn"]) => {
    try {
      await take(client.PUT("/api/outings/{pk}/came/clock", { params: { path: { pk: props.id } }, body: asked }));
      wrong.value = { ...wrong.value, [asked.said]: "" };
    } catch (error) {
      const why = error instanceof ProblemError ? Object.values(error.places).join("; ") || error.message : "";
      wrong.value = { ...wrong.value, [asked.said]: why || "The server cannot be reached; nothing was changed." };
    }
    await changed(queries, "came");
  },
);
const HOW = { hand: "as you said", zone: "by the zone that its files name", none: "taken as it is" };
const shown = (clock: Schemas["ClockOut"]): string => clock.said || "files that name no body";
</script>

<template>
  <details class="fold">
    <summary>
      {{ clocks.length === 1 ? "its body and clock" : `${clocks.length} bodies and their clocks` }}
    </summary>
    <table>
      <thead>
        <tr>
          <th>in the files</th>
          <th>is</th>
          <th>its clock was ahead by</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="clock in clocks" :key="clock.said">
          <th scope="row">
            {{ shown(clock) }}<span class="quiet"> {{ clock.frames }} {{ clock.frames === 1 ? "frame" : "frames" }}</span>
          </th>
          <td>
            <Choice
              :model-value="clock.body"
              :name="`which body ${shown(clock)} is`"
              :options="
                orNone(
                  'none of mine',
                  (kit?.bodies ?? []).map((one) => ({ value: one.slug, shown: one.document.name })),
                )
              "
              @update:model-value="(slug) => void set({ said: clock.said, is_body: slug })"
            />
          </td>
          <td>
            <NumberField
              :label="`seconds that the clock of ${shown(clock)} was ahead`"
              unit="s"
              :step="1"
              :value="clock.how === 'hand' ? clock.off_s : null"
              :usual="clock.off_s"
              @change="(seconds) => void set({ said: clock.said, off_s: seconds })"
            />
            <span class="quiet">{{ HOW[clock.how] }}</span>
            <p v-if="wrong[clock.said]" class="error" role="alert">{{ wrong[clock.said] }}</p>
          </td>
        </tr>
      </tbody>
    </table>
  </details>
</template>
