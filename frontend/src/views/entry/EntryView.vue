<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { Input, InputPassword } from "ant-design-vue";
import { ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { client, ProblemError, take } from "@/api/client";
import { useMe } from "@/api/queries";
import Themed from "@/theme/Themed.vue";

const { data: me } = useMe();
const router = useRouter();
const route = useRoute();
const queries = useQueryClient();
const name = ref("");
const password = ref("");
const invitation = ref("");
const errors = ref<Record<string, string>>({});
const fresh = ref(false);
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
  } finally {
    busy.value = "";
  }
}
async function done(): Promise<void> {
  await queries.invalidateQueries();
  await router.replace(typeof route.query.to === "string" && route.query.to.startsWith("/") ? route.query.to : "/");
}
const body = () => ({ body: { name: name.value, password: password.value } });
const signIn = () => enter("signing in", () => take(client.POST("/api/session", body())));
const register = () =>
  enter(
    "the account is being made",
    () => take(client.POST("/api/people", { body: { ...body().body, invitation: invitation.value } })),
    true,
  );
const stepIn = (person: string) => enter("stepping in", () => take(client.POST("/api/demo", { body: { name: person } })));
const start = (what: "kit" | "kit_and_day") =>
  enter("being copied", () => take(client.POST("/api/me/start", { body: { copy_from_demo: what } })));
</script>

<template>
  <main>
    <section v-if="fresh">
      <h1>Your account is ready</h1>
      <p class="reason">Setups are computed from a body and a lens. Begin with the demo's, or bare and add your own.</p>
      <div class="row">
        <button class="button strong" @click="start('kit_and_day')">Copy the demo kit and day</button>
        <button class="button" @click="start('kit')">Copy the demo kit</button>
        <button class="button" @click="done">Start bare</button>
        <span class="quiet" role="status">{{ busy }}</span>
      </div>
      <p class="error" role="alert">{{ errors[""] }}</p>
    </section>
    <template v-else>
      <section v-if="me?.demo && me.demo_people.length">
        <h1>Step in as a demo photographer</h1>
        <p class="reason">One press, no password. The demo day is lantern-boat week at Tarrow Sound.</p>
        <div class="row">
          <button v-for="person in me.demo_people" :key="person" class="button strong" @click="stepIn(person)">
            {{ person }}
          </button>
        </div>
      </section>
      <section>
        <h1>{{ me?.registration === "closed" ? "Sign in" : "Sign in, or make an account" }}</h1>
        <p v-if="me?.registration === 'closed'" class="reason">This server takes no new accounts.</p>
        <Themed>
          <form @submit.prevent="signIn">
            <label for="name" class="label">name</label>
            <Input id="name" v-model:value="name" autocomplete="username" />
            <p class="error" role="alert">{{ errors["/name"] }}</p>
            <label for="password" class="label">password</label>
            <InputPassword id="password" v-model:value="password" autocomplete="current-password" />
            <p class="error" role="alert">
              {{ errors["/password"] ?? (errors["/name"] || errors["/invitation"] ? "" : errors[""]) }}
            </p>
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
      </section>
    </template>
  </main>
</template>

<style scoped>
main {
  padding: 24px;
  display: grid;
  gap: 36px;
  max-width: 560px;
}
section {
  display: grid;
  gap: 12px;
}
h1 {
  font: 600 18px/24px "Archivo Variable";
  font-stretch: 112%;
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
</style>
