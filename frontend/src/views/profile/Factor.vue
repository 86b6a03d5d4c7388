<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, ProblemError, take, type Schemas } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { moment } from "@/days";
import Written from "@/fields/Written.vue";

/** A second factor, by choice: a device whose figures are asked for beside the password. */
const queries = useQueryClient();
const { data: factor } = useQuery({ queryKey: keyOf("factor"), queryFn: () => take(client.GET("/api/me/factor")) });
const password = ref("");
const code = ref("");
const made = ref<Schemas["NewFactorOut"] | null>(null);
const errors = ref<Record<string, string>>({});
const said = ref("");
async function tried(what: () => Promise<string>): Promise<void> {
  errors.value = {};
  try {
    said.value = await what();
    password.value = code.value = "";
    await changed(queries, "factor");
  } catch (error) {
    said.value = "";
    errors.value =
      error instanceof ProblemError
        ? { "/password": error.message, ...error.places }
        : { "/password": "The server cannot be reached." };
    if (errors.value["/code"]) delete errors.value["/password"];
  }
}
const begin = (): Promise<void> =>
  tried(async () => {
    made.value = await take(client.POST("/api/me/factor", { body: { password: password.value } }));
    return "";
  });
const confirm = (): Promise<void> =>
  tried(async () => {
    await take(client.PUT("/api/me/factor", { body: { code: code.value } }));
    made.value = null;
    return "From now on a browser that is not known here is asked for the figures, too.";
  });
const drop = (): Promise<void> =>
  tried(async () => {
    await take(client.POST("/api/me/factor/off", { body: { password: password.value } }));
    return "The password alone opens the account again.";
  });
</script>

<template>
  <section aria-labelledby="factor">
    <h2 id="factor">Second factor</h2>
    <p class="reason">
      <template v-if="factor?.on && factor.since"
        >A device of yours, told {{ moment(factor.since) }}, shows figures that a new browser is asked for beside the password.
        One of your recovery codes stands in for it.</template
      ><template v-else
        >If you want: a device that shows figures for half a minute, asked for beside the password on a new browser. They open the
        door for you, too, whatever others guess.</template
      >
    </p>
    <template v-if="made">
      <p>Have your device read this square, or type its letters, and then write the figures that it shows.</p>
      <img class="square" alt="square code for a device" :src="`data:image/svg+xml,${encodeURIComponent(made.svg)}`" />
      <p class="secret">{{ made.secret }}</p>
      <form aria-label="figures of the device" @submit.prevent="confirm">
        <label class="label" for="figures">its figures</label
        ><Written id="figures" v-model="code" class="box" inputmode="numeric" autocomplete="one-time-code" maxlength="20" />
        <p class="error" role="alert">{{ errors["/code"] ?? errors["/password"] }}</p>
        <div class="acts"><button class="button" :disabled="!code">Take it into use</button></div>
      </form>
    </template>
    <form v-else aria-label="second factor" @submit.prevent="factor?.on ? drop() : begin()">
      <label class="label" for="factor-password">the password</label
      ><Written id="factor-password" v-model="password" type="password" class="box" autocomplete="current-password" />
      <p class="error" role="alert">{{ errors["/password"] }}</p>
      <div class="acts">
        <button class="button" :disabled="!password">{{ factor?.on ? "Do without it" : "Begin with a device" }}</button>
      </div>
    </form>
    <p role="status">{{ said }}</p>
  </section>
</template>

<style scoped>
form {
  display: grid;
  grid-template-columns: 112px 1fr;
  gap: 0 14px;
  align-items: center;
}
.error,
.acts {
  grid-column: 1 / -1;
}
.square {
  width: 180px;
  height: 180px;
}
.secret {
  font-variant-numeric: tabular-nums;
  user-select: all;
  overflow-wrap: anywhere;
}
:deep(.box) {
  min-height: 44px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.acts {
  padding: 8px 0;
}
.button {
  min-height: 44px;
}
</style>
