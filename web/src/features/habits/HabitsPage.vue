<script setup lang="ts">
// Habits, set once: they change every word and every drawing.
import { computed } from 'vue'
import { useAsked } from '../../api/asked'
import { useCatalogue } from '../../api/catalogue'
import { api, got, type CatalogueWords, type Settings } from '../../api/client'
import { HABITS, useHabits } from '../../app/habits'
import TwoVersions from '../../app/TwoVersions.vue'
import NotCome from '../../ui/NotCome.vue'

const habits = useHabits()
const catalogue = useCatalogue()
const matters = computed(() => catalogue.lists.matters)
const { answer: knots, trouble, again } = useAsked(() => got(api.GET('/api/knots')))

const units: [Settings['units'], string][] = [
  ['metric', 'Metres and newtons'],
  ['imperial', 'Feet and pounds'],
  ['body', 'Spans, hands, fingers'],
]
const hands: [Settings['hand'], string][] = [
  ['right', 'Right'],
  ['left', 'Left: mirror every drawing'],
]
const lights: [Settings['light'], string][] = [
  ['system', 'As this machine'],
  ['day', 'Day'],
  ['night', 'Night: spares your eyes'],
]
const measures: [keyof Settings['body'], string][] = [
  ['arm_span_m', 'Arm span, m'],
  ['forearm_m', 'Forearm, m'],
  ['hand_span_mm', 'Hand span, mm'],
  ['four_fingers_mm', 'Four fingers, mm'],
  ['foot_mm', 'Boot, mm'],
  ['pace_m', 'Pace, m'],
]

const named = (ids: string[]) =>
  ids.map((id) => matters.value.flatMap((m) => m.way).find((w) => w.id === id)?.name ?? knots.value?.find((k) => k.id === id)?.name ?? id)
/** How habits read, where two windows have changed them. */
const parts = [
  { field: 'units', says: 'Read in', reads: (v: string) => units.find(([id]) => id === v)?.[1] ?? v },
  { field: 'hand', says: 'Leading hand', reads: (v: string) => hands.find(([id]) => id === v)?.[1] ?? v },
  { field: 'light', says: 'Light', reads: (v: string) => lights.find(([id]) => id === v)?.[1] ?? v },
  { field: 'body', says: 'Your body', reads: (v: Settings['body']) => measures.map(([f, says]) => `${says}: ${v[f]}`).join(', ') },
  { field: 'schools', says: 'Schools', reads: (v: string[]) => named(v).join(', ') },
  { field: 'knows', says: 'Knots you know', reads: (v: string[]) => named(v).join(', ') },
]

const measure = (field: keyof Settings['body'], e: Event) =>
  habits.save({ body: { ...habits.settings.body, [field]: Number((e.target as HTMLInputElement).value) } })

function prefer(matter: CatalogueWords['matters'][number], way: string) {
  const others = habits.settings.schools.filter((s) => !matter.way.some((w) => w.id === s))
  return habits.save({ schools: way ? [...others, way] : others })
}
function know(id: string) {
  const knows = habits.settings.knows
  return habits.save({ knows: knows.includes(id) ? knows.filter((k) => k !== id) : [...knows, id] })
}
</script>

<template>
  <section class="page habits-page">
    <h1>Habits</h1>
    <p v-if="habits.trouble" class="trouble" role="alert">{{ habits.trouble }}</p>
    <TwoVersions :path="HABITS" what="your habits" :parts="parts" @stands="habits.stands" />
    <NotCome what="The schools" :trouble="catalogue.trouble" @again="catalogue.load" />
    <fieldset
      v-for="[title, field, list] in [
        ['Read in', 'units', units],
        ['Leading hand', 'hand', hands],
        ['Light', 'light', lights],
      ] as const"
      :key="field">
      <legend>{{ title }}</legend>
      <div class="tabs">
        <BButton
          v-for="[value, says] in list"
          :key="value"
          class="btn-tab"
          :class="{ on: habits.settings[field] === value }"
          :aria-pressed="habits.settings[field] === value"
          @click="habits.save({ [field]: value })"
          >{{ says }}</BButton
        >
      </div>
    </fieldset>
    <fieldset v-if="habits.settings.light !== 'day'">
      <legend>Brightness at night, on this device</legend>
      <label class="dimmer"
        ><span class="visually-hidden">Brightness, per cent</span
        ><input
          type="range"
          class="form-range"
          min="70"
          max="100"
          step="5"
          :value="habits.brightness"
          @input="habits.dim(Number(($event.target as HTMLInputElement).value))" />
        {{ habits.brightness }} %</label
      >
    </fieldset>
    <fieldset>
      <legend>Your body as a tape</legend>
      <div class="measures">
        <label v-for="[field, says] in measures" :key="field"
          >{{ says }}
          <input class="form-control" type="number" step="any" :value="habits.settings.body[field]" @change="measure(field, $event)"
        /></label>
      </div>
    </fieldset>
    <fieldset v-for="m in matters" :key="m.id">
      <legend>{{ m.about }}</legend>
      <div class="ways">
        <BButton
          class="btn-tab"
          :class="{ on: !m.way.some((w) => habits.settings.schools.includes(w.id)) }"
          :aria-pressed="!m.way.some((w) => habits.settings.schools.includes(w.id))"
          @click="prefer(m, '')"
          >No preference</BButton
        >
        <BButton
          v-for="w in m.way"
          :key="w.id"
          class="btn-tab way"
          :class="{ on: habits.settings.schools.includes(w.id) }"
          :aria-pressed="habits.settings.schools.includes(w.id)"
          @click="prefer(m, w.id)"
          ><b>{{ w.name }}</b
          ><small>{{ w.why }}</small></BButton
        >
      </div>
    </fieldset>
    <fieldset>
      <legend>Knots you know: they come first among equals</legend>
      <NotCome what="The list of knots" :trouble="trouble" @again="again" />
      <div class="ways">
        <BButton
          v-for="k in knots ?? []"
          :key="k.id"
          class="btn-tab"
          :class="{ on: habits.settings.knows.includes(k.id) }"
          :aria-pressed="habits.settings.knows.includes(k.id)"
          @click="know(k.id)"
          >{{ k.name }}</BButton
        >
      </div>
    </fieldset>
    <fieldset>
      <legend>Your data</legend>
      <p>
        <a class="btn btn-tab" href="/api/backup" download>Download a copy of everything</a>
        <span class="sub"> To put it back, stop Umbet and run <code>umbet restore FILE</code>.</span>
      </p>
    </fieldset>
  </section>
</template>
