<script setup lang="ts">
import { ref, computed } from "vue";
import { useAnswer } from "@/api/answer";
import { client, take, type Asked, type Situation } from "@/api/client";
import BenchAround from "./BenchAround.vue";
import BenchStars from "./BenchStars.vue";

/** As the sky goes over the day's place: when which dial moves, a stop of light at a time. Asked for once somebody looks. */
const props = defineProps<{ asked: Asked | null }>();
const emit = defineEmits<{ change: [edit: (d: Situation) => void] }>();
const open = ref(false);
const REST_MS = 300;
const { answer, wrong } = useAnswer(
  "schedule",
  computed(() => (open.value ? props.asked : null)),
  (body, signal) => take(client.POST("/api/bench/schedule", { body, signal })),
  REST_MS,
);
const signed = (stops: number): string => (stops ? `${stops > 0 ? "+" : "−"}${Math.abs(stops)}` : "0");
</script>

<template>
  <details class="fold sky" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>As the sky goes</summary>
    <p v-if="wrong" class="error" role="alert">{{ wrong }}</p>
    <BenchAround
      v-if="open && asked && asked.document.genre !== 'night_sky'"
      :asked="asked"
      @change="(edit) => emit('change', edit)"
    />
    <template v-if="answer">
      <p class="reason">{{ answer.told }}</p>
      <table v-if="answer.moments.length > 1">
        <thead class="visually-hidden">
          <tr>
            <th>from</th>
            <th>stops</th>
            <th>set</th>
            <th>moves</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in answer.moments" :key="one.at">
            <th scope="row">{{ one.at }}</th>
            <td class="number">{{ signed(one.stops) }}</td>
            <td>
              <b>{{ one.words }}</b>
            </td>
            <td class="quiet">{{ one.moves.join(", ") }}{{ one.gives ? `; ${one.gives} gives` : "" }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </details>
  <BenchStars v-if="asked?.document.genre === 'night_sky'" :asked="asked" @change="(edit) => emit('change', edit)" />
</template>

<style scoped>
table {
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 450;
  padding: 3px 14px 3px 0;
}
.number {
  text-align: right;
}
</style>
