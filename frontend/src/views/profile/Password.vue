<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { client, ProblemError, take } from "@/api/client";
import { changed, keyOf } from "@/api/keys";
import { useMe } from "@/api/queries";
import Written from "@/fields/Written.vue";
import Codes from "./Codes.vue";

/** The password, and the way back in when it is lost. */
const { data: me } = useMe();
const queries = useQueryClient();
const { data: left } = useQuery({ queryKey: keyOf("codes"), queryFn: () => take(client.GET("/api/me/codes")) });
const passwords = ref({ old: "", new: "" });
const said = ref<Record<string, string>>({});
const codes = ref<string[]>([]);
async function tried(what: () => Promise<string>): Promise<void> {
  try {
    said.value = { done: await what() };
    passwords.value = { old: "", new: "" };
  } catch (error) {
    said.value =
      error instanceof ProblemError ? { "/old": error.message, ...error.places } : { "/old": "The server cannot be reached." };
    // new codes ask for the present password as their only one
    if (said.value["/password"]) said.value = { "/old": said.value["/password"] };
  }
}
const setPassword = (): Promise<void> =>
  tried(async () => {
    await take(client.POST("/api/me/password", { body: passwords.value }));
    return "Your password is changed.";
  });
const newCodes = (): Promise<void> =>
  tried(async () => {
    codes.value = (await take(client.POST("/api/me/codes", { body: { password: passwords.value.old } }))).codes;
    await changed(queries, "codes");
    return "";
  });
const day = (iso: string): string => iso.slice(0, 10);
</script>

<template>
  <section>
    <h2>Password</h2>
    <form @submit.prevent="setPassword">
      <div class="row">
        <label class="label" for="old">present</label
        ><Written id="old" v-model="passwords.old" type="password" class="box" autocomplete="current-password" />
      </div>
      <p class="error" role="alert">{{ said["/old"] }}</p>
      <div class="row">
        <label class="label" for="new">new</label
        ><Written id="new" v-model="passwords.new" type="password" class="box" autocomplete="new-password" />
      </div>
      <p class="error" role="alert">{{ said["/new"] }}</p>
      <p role="status">{{ said.done }}</p>
      <div class="acts">
        <button class="button" :disabled="!passwords.old || !passwords.new">Change the password</button>
        <button class="button" type="button" :disabled="!passwords.old" @click="newCodes">Make new recovery codes</button>
      </div>
    </form>
    <p v-if="left" class="reason">
      <template v-if="left.made_at"
        >{{ left.left }} recovery {{ left.left === 1 ? "code is" : "codes are" }} left of those made {{ day(left.made_at) }}. New
        ones take their place.</template
      ><template v-else
        >No recovery codes were made: a password that is lost is lost. Codes are asked for with the present password.</template
      >
    </p>
  </section>
  <Codes v-if="codes.length" :codes="codes" :person="me?.name ?? ''" />
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 112px 1fr;
  gap: 0 14px;
  min-height: 44px;
  align-items: center;
  border-bottom: 1px var(--ruled) var(--rule);
}
:deep(.box) {
  min-height: 44px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  padding: 8px 0;
}
.button {
  min-height: 44px;
}
</style>
