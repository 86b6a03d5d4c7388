<script setup lang="ts">
import { ref } from "vue";
import { ProblemError } from "@/api/client";
import { useProfile } from "@/api/queries";
import { notStops, stopsIn } from "@/fields/typed";
import TextField from "@/fields/TextField.vue";
import { useProfileChange } from "../useProfileChange";

const { data: profile } = useProfile();
const change = useProfileChange();
const error = ref("");

async function keep(text: string): Promise<void> {
  const filters_stops = stopsIn(text);
  error.value = filters_stops ? "" : notStops(text);
  if (!filters_stops) return;
  try {
    await change({ filters_stops });
  } catch (problem) {
    error.value = problem instanceof ProblemError ? problem.message : "The server cannot be reached.";
  }
}
</script>

<template>
  <section v-if="profile" aria-labelledby="bag">
    <h2 id="bag">Filters in the bag</h2>
    <div class="bag">
      <span
        v-for="stops in profile.document.filters_stops"
        :key="stops"
        class="glass"
        :style="{ '--dark': `${Math.min(90, 20 + stops * 7)}%` }"
        aria-hidden="true"
      ></span>
      <label class="label" for="bag-stops">grey filters, in stops</label>
      <TextField
        id="bag-stops"
        :value="profile.document.filters_stops?.join(', ') ?? ''"
        placeholder="none; write 3, 6, 10"
        @change="keep"
      />
    </div>
    <p v-if="error" class="error" role="alert">{{ error }}</p>
  </section>
</template>

<style scoped>
.bag {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
.glass {
  width: 32px;
  height: 32px;
  border: 1.5px solid var(--ink);
  border-radius: 50%;
  background: color-mix(in srgb, var(--ink) var(--dark), var(--bg));
}
input {
  min-height: 44px;
  min-width: 180px;
  border-bottom: 1px solid var(--ink);
}
</style>
