<script setup lang="ts">
import { computed } from "vue";
import { outline, WIDTH } from "@/drawn/body";
import { useHands } from "./useHands";

/** A stand-in for a body, as one holds it: its back with what it sees and the code that pairs it, its wheels, and what befalls it. */
const { it, said, seen, hands } = useHands();
const BACK = { face: "back", height: 252, label: "from behind", y: 8 } as const;
const SCREEN = { x: 46, y: 78, width: 232, height: 155 };
const CARD = { in: "out", out: "in", failing: "in" } as const;
const percent = computed(() => Math.round((it.value?.battery ?? 0) * 100));
const stops = (value: number): string => (value > 0 ? `+${value}` : String(value).replace("-", "−"));
</script>

<template>
  <main v-if="it" class="page whole">
    <p class="mark">A stand-in, no camera</p>
    <h1>{{ it.name }}</h1>
    <p class="reason">
      This page is the thing itself, in your hands. It is plugged in to Wide Aperture with the code on its screen, and behaves as
      this body is described there; whatever you do to it here, the link sees.
    </p>
    <div class="two">
      <section aria-label="the body from behind">
        <svg :viewBox="`0 0 ${WIDTH} 268`" class="body" role="img" :aria-label="`from behind; code ${it.code}`">
          <path :d="outline(BACK, 'electronic')" class="shell" />
          <rect :x="SCREEN.x - 6" :y="SCREEN.y - 6" :width="SCREEN.width + 12" :height="SCREEN.height + 12" rx="4" class="sunk" />
          <image v-bind="SCREEN" :href="`/hand/finder?seen=${seen}`" preserveAspectRatio="xMidYMid slice" />
          <rect v-if="!it.links" v-bind="SCREEN" class="shade" />
          <text v-if="!it.links" :x="SCREEN.x + SCREEN.width / 2" :y="SCREEN.y + 92" text-anchor="middle" class="code">
            {{ it.code }}
          </text>
          <circle cx="340" cy="160" r="34" class="sunk" />
          <circle cx="340" cy="160" r="12" class="shell" />
          <circle v-for="x in [312, 352, 392]" :key="x" :cx="x" cy="94" r="9" class="sunk" />
        </svg>
        <p>with the {{ it.lens }} on</p>
        <p>
          its code <b>{{ it.code }}</b>,
          <span class="quiet">number {{ it.serial }}, {{ it.links }} {{ it.links === 1 ? "link" : "links" }}</span>
        </p>
        <div class="tools">
          <button class="button strong" @click="hands('fire', { by: 1 })">Press the release</button>
          <button class="button" @click="hands('fire', { by: 10 })">Hold it for ten</button>
          <button class="button" :aria-pressed="!it.reached" @click="hands('away')">
            {{ it.reached ? "Walk away with it" : "Come back" }}
          </button>
        </div>
        <p v-if="said" class="error" role="alert">{{ said }}</p>
        <h2>What happened</h2>
        <ul class="log" aria-live="polite">
          <li v-for="one in it.happened" :key="one.number">
            <span class="quiet">{{ one.at }}</span> {{ one.words }}
          </li>
        </ul>
      </section>
      <section aria-label="wheels and doors">
        <h2>Wheels</h2>
        <ul class="wheels">
          <li v-for="wheel in it.wheels" :key="wheel.setting">
            <span>{{ wheel.label }}</span>
            <button
              class="step"
              :disabled="wheel.first"
              :aria-label="`${wheel.label}, one click back`"
              @click="hands('wheel', { setting: wheel.setting, by: -1 })"
            >
              −
            </button>
            <b>{{ wheel.word }}</b>
            <button
              class="step"
              :disabled="wheel.last"
              :aria-label="`${wheel.label}, one click on`"
              @click="hands('wheel', { setting: wheel.setting, by: 1 })"
            >
              +
            </button>
            <button
              class="step"
              :aria-label="`brush past ${wheel.label}`"
              :disabled="wheel.last"
              @click="hands('wheel', { setting: wheel.setting, by: 7 })"
            >
              bump
            </button>
          </li>
        </ul>
        <template v-if="it.slots.length">
          <h2>Slots</h2>
          <div class="tools">
            <button
              v-for="(name, k) in it.slots"
              :key="k"
              class="button"
              :aria-pressed="it.slot === k"
              @click="hands('slot', { at: k })"
            >
              {{ name }}
            </button>
          </div>
        </template>
        <h2>Before it</h2>
        <div class="tools">
          <button
            v-for="(title, k) in it.before"
            :key="k"
            class="button"
            :aria-pressed="it.at === k && !it.even"
            @click="hands('stand', { at: k })"
          >
            {{ title }}
          </button>
        </div>
        <div class="tools">
          <button class="button" :aria-pressed="it.even === 'wall'" @click="hands('wall')">An even wall</button>
          <button class="button" :aria-pressed="it.even === 'lamp'" @click="hands('lamp')">Under a lamp that pulses</button>
          <button class="button" :aria-pressed="it.even === 'cap'" @click="hands('cap')">The cap on</button>
        </div>
        <label class="slid"
          >light, stops from the plan's <b>{{ stops(it.light_stops) }}</b><input
            type="range"
            min="-8"
            max="4"
            step="0.5"
            :value="it.light_stops"
            @change="hands('light', { to: Number(($event.target as HTMLInputElement).value) })"
        /></label>
        <label class="slid"
          >cold, °C <b>{{ stops(it.celsius) }}</b><input
            type="range"
            min="-25"
            max="30"
            step="5"
            :value="it.celsius"
            @change="hands('cold', { to: Number(($event.target as HTMLInputElement).value) })"
        /></label>
        <h2>Cards and battery</h2>
        <div class="tools">
          <template v-for="(state, k) in it.cards" :key="k">
            <span>card {{ k + 1 }}: {{ state }}, {{ it.taken[k] }} files</span>
            <button class="button" @click="hands('card', { at: k, state: CARD[state as keyof typeof CARD] })">
              {{ state === "in" ? "Pull it" : "Put it in" }}
            </button>
          </template>
          <span>battery {{ percent }} %, clock {{ it.clock }}</span>
          <button class="button" @click="hands('battery', { to: 1 })">A full one</button>
          <button class="button" @click="hands('drop')">Drop the link in the next file</button>
          <button class="button" @click="hands('update')">Put a newer firmware on it</button>
        </div>
      </section>
    </div>
  </main>
  <main v-else class="page">
    <p role="status">{{ said || "being picked up" }}</p>
  </main>
</template>

<style scoped>
.mark {
  margin: 0 0 6px;
  display: inline-block;
  padding: 4px 10px;
  border: 1px dashed var(--second);
  color: var(--second);
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 10px 56px;
  max-width: 1240px;
}
.body {
  width: 100%;
  max-width: 520px;
  display: block;
}
.shell {
  fill: var(--raised);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.sunk {
  fill: var(--sunk);
  stroke: var(--rule);
}
.shade {
  fill: var(--sunk);
  opacity: 0.78;
}
.code {
  font: 600 34px "Archivo Variable";
  letter-spacing: 4px;
  fill: var(--ink);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.wheels li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 44px 130px 44px auto;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px var(--ruled) var(--rule);
}
.wheels b {
  text-align: center;
  font-weight: 600;
}
.step {
  min-height: 44px;
  min-width: 44px;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  cursor: pointer;
}
.step:disabled {
  color: var(--rule);
  cursor: default;
}
.log li {
  min-height: 22px;
}
.slid {
  display: grid;
  grid-template-columns: 190px 60px minmax(0, 320px);
  accent-color: var(--ink);
  align-items: center;
  min-height: 44px;
}
button[aria-pressed="true"] {
  outline: 2px solid var(--ink);
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  .wheels li {
    grid-template-columns: minmax(0, 1fr) 44px 84px 44px auto;
  }
  .slid {
    grid-template-columns: minmax(0, 1fr) 50px;
  }
  .slid input {
    grid-column: 1 / -1;
    width: 100%;
  }
}
</style>
