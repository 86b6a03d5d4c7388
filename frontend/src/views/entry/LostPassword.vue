<script setup lang="ts">
import { Input, InputPassword } from "ant-design-vue";
import { ref } from "vue";
import { client, ProblemError, take } from "@/api/client";
import Themed from "@/theme/Themed.vue";

/** The way back in that needs no mail: a recovery code and the next password. */
const emit = defineEmits<{ done: [] }>();
const open = ref(false);
const name = ref("");
const code = ref("");
const password = ref("");
const busy = ref(false);
const errors = ref<Record<string, string>>({});
async function recover(): Promise<void> {
  errors.value = {};
  busy.value = true;
  try {
    await take(client.POST("/api/recover", { body: { name: name.value, code: code.value, password: password.value } }));
    emit("done");
  } catch (error) {
    errors.value =
      error instanceof ProblemError ? { "": error.message, ...error.places } : { "": "The server cannot be reached." };
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <details class="fold" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>I lost my password</summary>
    <Themed v-if="open">
      <form aria-label="lost password" @submit.prevent="recover">
        <label for="lost-name" class="label">name</label>
        <Input id="lost-name" v-model:value="name" autocomplete="username" />
        <p class="error" role="alert">{{ errors["/name"] }}</p>
        <label for="lost-code" class="label">one of your recovery codes</label>
        <Input
          id="lost-code"
          v-model:value="code"
          autocomplete="one-time-code"
          placeholder="four times four letters and figures"
        />
        <p class="error" role="alert">{{ errors["/code"] ?? (errors["/name"] || errors["/password"] ? "" : errors[""]) }}</p>
        <label for="lost-password" class="label">the next password</label>
        <InputPassword id="lost-password" v-model:value="password" autocomplete="new-password" />
        <p class="error" role="alert">{{ errors["/password"] }}</p>
        <p class="quiet">The code is used up, and every other browser is signed out.</p>
        <button class="button" type="submit" :disabled="!name || !code || !password || busy">Set it and sign in</button>
      </form>
    </Themed>
  </details>
</template>

<style scoped>
form {
  display: grid;
  gap: 4px;
}
.button {
  min-height: 44px;
  justify-self: start;
}
</style>
