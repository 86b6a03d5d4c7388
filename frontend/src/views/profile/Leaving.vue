<script setup lang="ts">
import Window from "@/fields/Window.vue";

/** Asked of somebody who goes on while an answer is on trial. */
const emit = defineEmits<{ go: [leaves: boolean] }>();
</script>

<template>
  <Window
    title="An answer is not taken yet"
    ok-text="Leave it as it was"
    cancel-text="Stay here"
    @ok="emit('go', true)"
    @cancel="emit('go', false)"
  >
    <p>Nothing was changed by looking at it.</p>
  </Window>
</template>
