<script setup lang="ts">
import { watchDebounced } from "@vueuse/core";
import { ref, watch } from "vue";
import { client, ProblemError, take, type Asked, type Schemas } from "@/api/client";
import { useNames } from "@/api/queries";
import Stops from "@/ruler/Stops.vue";

const props = defineProps<{ asked: Asked | null; kit: Schemas["KitOut"] }>();
const names = useNames();
const emit = defineEmits<{ take: [body: string, lens: string, focal: number] }>();

const open = ref(false);
const rows = ref<Schemas["PairOut"][]>([]);
const wrong = ref("");
/** Whether there were too many pairs, and only those of the situation's body were compared. */
const few = ref(false);
const named = (list: { slug: string; document: { name?: string } }[], slug: string) =>
  list.find((piece) => piece.slug === slug)?.document.name ?? slug;

async function rank(): Promise<void> {
  if (!open.value || !props.asked) return;
  try {
    const { pairs, of_one_body } = await take(client.POST("/api/bench/pairs", { body: props.asked }));
    [rows.value, few.value] = [pairs, of_one_body];
    wrong.value = "";
  } catch (error) {
    wrong.value = error instanceof ProblemError ? error.message : "The server cannot be reached.";
  }
}
watch(open, rank);
/** While somebody types, once they pause: each pair is a setup. */
watchDebounced(() => props.asked, rank, { debounce: 300 });
</script>

<template>
  <details class="fold" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>Which of my kit?</summary>
    <p v-if="few" class="reason">
      Your kit makes {{ kit.bodies.length * kit.lenses.length }} pairs; these are those of this body.
    </p>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <ol>
      <li v-for="row in rows.slice(0, 6)" :key="row.body + row.lens">
        <button class="plain" @click="emit('take', row.body, row.lens, row.focal_length_mm)">
          {{ named(kit.bodies, row.body) }}, {{ named(kit.lenses, row.lens) }}
        </button>
        <span class="small"
          >{{ Math.round(row.focal_length_mm) }} mm, the subject fills {{ Math.round(100 * row.share) }} %<template
            v-if="row.crop_stops > 0.02"
            >, cropping costs <Stops :value="row.crop_stops" /></template
          >; <template v-if="row.gave_stops > 0.02"><Stops :value="row.gave_stops" /> given</template
          ><template v-else>nothing gives</template><template v-if="row.binding">, {{ names.intent(row.binding) }} binds</template
          ><template v-if="row.out_of_reach">, out of reach</template></span
        >
      </li>
    </ol>
  </details>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0 0 6px;
}
li {
  border-bottom: 1px var(--ruled) var(--rule);
  padding: 6px 0;
}
button {
  text-align: left;
}
.small {
  display: block;
  color: var(--second);
  font-size: 13px;
  line-height: 18px;
}
</style>
