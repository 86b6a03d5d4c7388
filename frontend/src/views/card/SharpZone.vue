<script setup lang="ts">
import type { Schemas } from "@/api/client";
import { metres, reach } from "@/words";

defineProps<{ zone: Schemas["ZoneOut"]; aperture: (value: number) => string }>();
</script>

<template>
  <h2>Sharp from where to where, at {{ metres(zone.now.distance_m) }}</h2>
  <table>
    <tbody>
      <tr v-for="one in zone.by_aperture" :key="one.aperture">
        <th scope="row">{{ aperture(one.aperture) }}</th>
        <td>{{ reach(one) }}</td>
      </tr>
    </tbody>
  </table>
  <h2>At {{ aperture(zone.now.aperture) }}, set to</h2>
  <table>
    <tbody>
      <tr v-for="one in zone.by_distance" :key="one.distance_m ?? 0">
        <th scope="row">{{ metres(one.distance_m) }}</th>
        <td>{{ reach(one) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table th[scope] {
  width: 84px;
}
</style>
