<script setup lang="ts">
// The shelter as a sentence; each part is changed in place.
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { POINTS, type Shelter, type Stock } from './shelter'

const props = defineProps<{ shelter: Shelter; stock: Stock; between?: Schemas['Between'] }>()
const emit = defineEmits<{ say: [change: Partial<Shelter>] }>()
const value = (e: Event) => (e.target as HTMLInputElement).value
const number = (e: Event) => Number(value(e).replace(',', '.'))
const cover = (part: Partial<Shelter['cover']>) => emit('say', { cover: { ...props.shelter.cover, ...part } })
const pairs = computed(() => {
  const a = props.shelter.anchors
  const names = a.flatMap((x, i) => a.slice(i + 1).map((y, j) => ({ value: `${i},${i + 1 + j}`, text: `${x.name} and ${y.name}` })))
  const free = props.between && !props.shelter.between ? `: ${props.between.anchors.map((i) => a[i]?.name).join(' and ')}` : ''
  return [{ value: '', text: `the best pair${free}` }, ...names]
})
const pitches = [['a-frame', 'A-frame'], ['lean-to', 'lean-to'], ['flat-fly', 'flat fly'], ['half-pyramid', 'half pyramid, one pole'], ['plough-point', 'plough point']] as const
const winds = computed(() => {
  const from = props.shelter.wind_from_deg
  const own = from != null && !POINTS.some((p) => p.deg === from) ? [{ value: String(from), text: `${Math.round(from)}°` }] : []
  return [{ value: '', text: 'across the ridge' }, ...own, ...POINTS.map((p) => ({ value: String(p.deg), text: `from the ${p.name}` }))]
})
const wishes = [['low', 'low, for cold and wind'], ['usual', 'at the lowest ribs'], ['high', 'high, for shade']] as const
</script>

<template>
  <p class="sentence line-say rig-say">
    <label>A shelter for <input class="part" inputmode="numeric" :value="shelter.people" aria-label="How many sit under it" @change="emit('say', { people: Math.round(number($event)) })" /></label>
    <label> under a <input class="part" inputmode="decimal" :value="shelter.cover.length_m" aria-label="Cover along the ridge, metres" @change="cover({ length_m: number($event) })" /></label>
    <label> by <input class="part" inputmode="decimal" :value="shelter.cover.width_m" aria-label="Cover across the ridge, metres" @change="cover({ width_m: number($event) })" /> m</label>
    <select class="part" :value="shelter.cover.kind" aria-label="Kind of cover" @change="cover({ kind: value($event) })"><option v-for="c in stock.covers" :key="c.id" :value="c.id">{{ c.name }}</option></select>,
    pitched as
    <select class="part" :value="shelter.pitch" aria-label="Pitch" @change="emit('say', { pitch: value($event) as Shelter['pitch'] })"><option v-for="[v, t] in pitches" :key="v" :value="v">{{ t }}</option></select>,
    <select class="part" :value="shelter.wish" aria-label="How high" @change="emit('say', { wish: value($event) as Shelter['wish'] })"><option v-for="[v, t] in wishes" :key="v" :value="v">{{ t }}</option></select>,
    between
    <select class="part" :value="shelter.between?.join(',') ?? ''" aria-label="Between" @change="emit('say', { between: value($event) ? value($event).split(',').map(Number) : null })"><option v-for="p in pairs" :key="p.value" :value="p.value">{{ p.text }}</option></select>,
    <label>in Beaufort <input class="part" inputmode="numeric" :value="shelter.beaufort" aria-label="Beaufort number" @change="emit('say', { beaufort: Math.round(number($event)), gust_ms: null })" /></label>
    <select class="part" :value="shelter.wind_from_deg == null ? '' : String(shelter.wind_from_deg)" aria-label="Where the wind comes from" @change="emit('say', { wind_from_deg: value($event) ? Number(value($event)) : null })"><option v-for="w in winds" :key="w.value" :value="w.value">{{ w.text }}</option></select>,
    on
    <select class="part" :value="shelter.ground" aria-label="Ground" @change="emit('say', { ground: value($event) })"><option v-for="g in stock.grounds" :key="g.id" :value="g.id">{{ g.name }}</option></select>,
    <label>rising <input class="part" inputmode="decimal" :value="shelter.slope_percent ?? 0" aria-label="Slope along the ridge, per cent" @change="emit('say', { slope_percent: number($event) })" /> % along</label>
    <label>and <input class="part" inputmode="decimal" :value="shelter.slope_across_percent ?? 0" aria-label="Slope across the ridge, per cent" @change="emit('say', { slope_across_percent: number($event) })" /> % across it.</label>
    <slot />
  </p>
</template>
