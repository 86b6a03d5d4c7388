<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { Input, InputPassword } from "ant-design-vue";
import { ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { client, ProblemError, take } from "@/api/client";
import { useMe } from "@/api/queries";
import Themed from "@/theme/Themed.vue";
import BeginWith from "./BeginWith.vue";
import Codes from "../profile/Codes.vue";
import DoorPicture from "./DoorPicture.vue";
import LostPassword from "./LostPassword.vue";

const { data: me } = useMe();
const router = useRouter();
const route = useRoute();
const queries = useQueryClient();
const name = ref("");
const password = ref("");
const invitation = ref("");
/** The figures of a second factor, once they have been asked for. */
const code = ref("");
const coded = ref(false);
const errors = ref<Record<string, string>>({});
const fresh = ref(false);
/** The recovery codes of a new account, this one time. */
const codes = ref<string[]>([]);
/** What is being done, while it is. */
const busy = ref("");

async function enter(does: string, call: () => Promise<unknown>, start = false): Promise<void> {
  errors.value = {};
  busy.value = does;
  try {
    await call();
    await queries.invalidateQueries();
    if (start) fresh.value = true;
    else await done();
  } catch (error) {
    errors.value =
      error instanceof ProblemError ? { "": error.message, ...error.places } : { "": "The server cannot be reached." };
    coded.value ||= "/code" in errors.value;
  } finally {
    busy.value = "";
  }
}
async function done(): Promise<void> {
  await queries.invalidateQueries();
  await router.replace(typeof route.query.to === "string" && route.query.to.startsWith("/") ? route.query.to : "/");
}
const body = () => ({ body: { name: name.value, password: password.value } });
const signIn = () => enter("signing in", () => take(client.POST("/api/session", { body: { ...body().body, code: code.value } })));
const register = () =>
  enter(
    "the account is being made",
    async () => {
      await take(client.POST("/api/people", { body: { ...body().body, invitation: invitation.value } }));
      codes.value = (await take(client.POST("/api/me/codes", { body: { password: password.value } }))).codes;
    },
    true,
  );
const stepIn = (person: string) => enter("stepping in", () => take(client.POST("/api/demo", { body: { name: person } })));
const start = (what: "kit" | "kit_and_day" | null) =>
  what ? enter("being copied", () => take(client.POST("/api/me/start", { body: { copy_from_demo: what } }))) : done();
</script>

<template>
  <main>
    <DoorPicture />
    <div class="in">
      <template v-if="fresh">
        <BeginWith :busy="busy" @begin="start" />
        <Codes :codes="codes" :person="name" />
        <p class="error" role="alert">{{ errors[""] }}</p>
      </template>
      <template v-else>
        <section v-if="me?.demo && me.demo_people.length" class="demo" aria-labelledby="look-round">
          <h2 id="look-round">Look round as a demo photographer, by one press</h2>
          <button v-for="person in me.demo_people" :key="person.name" class="plain" @click="stepIn(person.name)">
            <b>{{ person.name }}</b><span>{{ person.work }}</span>
          </button>
        </section>
        <section aria-labelledby="own">
          <h2 id="own">{{ me?.registration === "closed" ? "Sign in" : "Sign in, or make an account" }}</h2>
          <p v-if="me?.registration === 'closed'" class="reason">This server takes no new accounts.</p>
          <Themed>
            <form @submit.prevent="signIn">
              <label for="name" class="label">name</label>
              <Input id="name" v-model:value="name" autocomplete="username" />
              <p class="error" role="alert">{{ errors["/name"] }}</p>
              <label for="password" class="label">password</label>
              <InputPassword id="password" v-model:value="password" autocomplete="current-password" />
              <p class="error" role="alert">
                {{ errors["/password"] ?? (errors["/name"] || errors["/invitation"] || errors["/code"] ? "" : errors[""]) }}
              </p>
              <template v-if="coded">
                <label for="code" class="label">figures of your device, or a recovery code</label>
                <Input id="code" v-model:value="code" autocomplete="one-time-code" :maxlength="60" />
                <p class="error" role="alert">{{ errors["/code"] }}</p>
              </template>
              <template v-if="me?.registration === 'invited'">
                <label for="invitation" class="label">word of invitation, for a new account</label>
                <Input id="invitation" v-model:value="invitation" autocomplete="off" />
                <p class="error" role="alert">{{ errors["/invitation"] }}</p>
              </template>
              <div class="row">
                <button class="button strong" type="submit" :disabled="!name || !password || !!busy">Sign in</button>
                <button
                  v-if="me?.registration !== 'closed'"
                  class="button"
                  type="button"
                  :disabled="!name || !password || !!busy"
                  @click="register"
                >
                  Make an account
                </button>
                <span class="quiet" role="status">{{ busy }}</span>
              </div>
            </form>
          </Themed>
          <LostPassword @done="done" />
        </section>
      </template>
    </div>
  </main>
</template>

<style scoped>
main {
  display: grid;
  grid-template-columns: minmax(0, 62fr) minmax(0, 38fr);
  min-height: calc(100vh - 49px);
}
.in {
  padding: 24px 32px;
  display: grid;
  gap: 28px;
  align-content: start;
  border-left: 1px solid var(--ink);
}
h2 {
  font: 600 16px/24px "Archivo Variable";
  padding-bottom: 8px;
}
.demo button {
  width: 100%;
  min-height: 64px;
  padding: 8px 14px;
  margin-bottom: 8px;
  display: grid;
  text-align: left;
  text-decoration: none;
  white-space: normal;
  border: 1px solid var(--ink);
}
.demo button:hover {
  background: var(--ink);
  color: var(--bg);
}
.demo span {
  opacity: 0.85;
}
section + section {
  border-top: 1px solid var(--rule);
  padding-top: 18px;
}
form {
  display: grid;
  gap: 4px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 6px;
}
.button {
  min-height: 44px;
}
@media (max-width: 760px) {
  main {
    grid-template-columns: minmax(0, 1fr);
  }
  .in {
    padding: 0 16px 24px;
    border: 0;
  }
}
</style>
