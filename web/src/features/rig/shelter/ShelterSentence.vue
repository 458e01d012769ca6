<script setup lang="ts">
// The shelter as a sentence; each part is changed in place.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import ChoicePart from '../ChoicePart.vue'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

type Shelter = Schemas['ShelterDraft']
const rig = useRig()
const shelter = computed(() => rig.draft as unknown as Shelter)
const stock = computed(() => rig.start?.stock as unknown as Schemas['ShelterStock'])
const between = computed(() => (rig.view?.own as unknown as Schemas['ShelterFacts'] | null)?.between)
const one = computed(() => ['half-pyramid', 'plough-point'].includes(shelter.value.pitch))
const pairs = computed(() => {
  const a = shelter.value.anchors
  const both = a
    .flatMap((x, i) => a.map((y, j) => ({ i, j, text: one.value ? `${x.name}, toward ${y.name}` : `${x.name} and ${y.name}` })))
    .filter((p) => (one.value ? p.i !== p.j : p.i < p.j))
  const free =
    between.value && !shelter.value.between
      ? `: ${between.value.anchors
          .slice(0, one.value ? 1 : 2)
          .map((i) => a[i]?.name)
          .join(' and ')}`
      : ''
  return [
    { id: '', name: `${one.value ? 'the best anchor' : 'the best pair'}${free}` },
    ...both.map((p) => ({ id: `${p.i},${p.j}`, name: p.text })),
  ]
})
const winds = computed(() => {
  const from = shelter.value.wind_from_deg
  const named = stock.value.winds
  const own = from != null && !named.some((w) => w.id === String(from)) ? [{ id: String(from), name: `from ${Math.round(from)}°` }] : []
  return [{ id: '', name: one.value ? 'onto its back' : 'across the ridge' }, ...own, ...named]
})
const cover = (part: Partial<Shelter['cover']>) => rig.say({ cover: { ...shelter.value.cover, ...part } })
</script>

<template>
  A shelter for <NumberPart at="/people" /> under a <NumberPart at="/cover/length_m" /> by <NumberPart at="/cover/width_m" />
  <ChoicePart :value="shelter.cover.kind" label="Kind of cover" :of="stock.covers" @take="cover({ kind: $event })" />, pitched as
  <ChoicePart :value="shelter.pitch" label="Pitch" :of="stock.pitches" @take="rig.say({ pitch: $event, between: null })" />,
  <ChoicePart :value="shelter.wish" label="How high" :of="stock.wishes" @take="rig.say({ wish: $event })" />, {{ one ? 'on' : 'between' }}
  <ChoicePart
    :value="shelter.between?.join(',') ?? ''"
    label="Between"
    :of="pairs"
    @take="rig.say({ between: $event ? $event.split(',').map(Number) : null })" />, in Beaufort
  <NumberPart at="/beaufort" />
  <ChoicePart
    :value="shelter.wind_from_deg == null ? '' : String(shelter.wind_from_deg)"
    label="Where the wind comes from"
    :of="winds"
    @take="rig.say({ wind_from_deg: $event ? Number($event) : null, gust_ms: null })" />, on
  <ChoicePart :value="shelter.ground" label="Ground" :of="stock.grounds" @take="rig.say({ ground: $event })" />, rising
  <NumberPart at="/slope_percent" /> along and <NumberPart at="/slope_across_percent" /> across it.
</template>
