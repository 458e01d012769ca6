<script setup lang="ts">
// The next three days: pressing a spell takes its gusts into the plan.
import { computed } from 'vue'
import { useAsked } from '../../../api/asked'
import { api, got, type Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import NotCome from '../../../ui/NotCome.vue'
import { useRig } from '../rig'

const rig = useRig()
const shelter = computed(() => rig.draft as unknown as Schemas['ShelterDraft'])
const stock = computed(() => rig.start?.stock as unknown as Schemas['ShelterStock'])
const { answer: forecast, trouble, again } = useAsked(() => got(api.GET('/api/forecast')))
const most = computed(() => Math.max(20, ...(forecast.value?.spells.map((s) => s.gust_ms) ?? [])))
const when = (s: Schemas['Spell']) => new Date(s.from).toLocaleString('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' })
const point = (s: Schemas['Spell']) => stock.value.winds.find((w) => w.id === String(s.from_deg))?.name ?? `from ${s.from_deg}°`
const taken = (s: Schemas['Spell']) => shelter.value.gust_ms === s.gust_ms && shelter.value.beaufort === s.beaufort
const says = (s: Schemas['Spell']) => `${when(s)}: Beaufort ${s.beaufort} ${point(s)}, gusts ${s.gust_ms} m/s, rain ${s.rain_mm} mm`
const take = (s: Schemas['Spell']) => byItself(rig.say({ beaufort: s.beaufort, gust_ms: s.gust_ms, wind_from_deg: s.from_deg }))
</script>

<template>
  <NotCome what="The forecast" :trouble="trouble" @again="again" />
  <section v-if="forecast" class="forecast" aria-label="Forecast">
    <h2>
      Forecast <small>{{ forecast.simulated ? 'simulated, to plan by in a class' : forecast.by }}</small>
    </h2>
    <ol>
      <li v-for="s in forecast.spells" :key="s.from">
        <button type="button" :class="{ on: taken(s) }" :aria-pressed="taken(s)" :title="says(s)" @click="take(s)">
          <span class="blow" aria-hidden="true"><i :style="{ height: `${(s.gust_ms / most) * 100}%` }" /></span>
          <svg class="to" width="18" height="18" viewBox="-9 -9 18 18" aria-hidden="true">
            <path d="M0 8V-7M-4.5-2.5L0-7.5 4.5-2.5" :transform="`rotate(${s.from_deg + 180})`" />
          </svg>
          <b>{{ Math.round(s.gust_ms) }}<span class="visually-hidden"> m/s in gusts, </span></b
          ><small>{{ s.rain_mm ? `${s.rain_mm} mm` : 'dry' }}</small
          ><small>{{ when(s) }}</small>
        </button>
      </li>
    </ol>
  </section>
</template>
