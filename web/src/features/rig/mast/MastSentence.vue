<script setup lang="ts">
// A mast on guys, as a sentence.
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { byItself } from '../../../app/told'
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { useRig } from '../rig'

const rig = useRig()
const mast = computed(() => rig.draft as unknown as Schemas['MastDraft'])
const stock = computed(() => rig.start?.stock as unknown as Schemas['MastChoices'])
const kind = computed(() => stock.value.masts.find((m) => m.id === mast.value.mast))
const say = (change: Partial<Schemas['MastDraft']>) => byItself(rig.say(change as never))
/** Another mast is put up as large as such masts are, on the same ground, in the same cord and wind. */
function take(id: string) {
  const usual = stock.value.masts.find((m) => m.id === id)?.usual
  const { cord, ground, beaufort, stakes, sides } = mast.value
  if (usual) say({ ...usual, cord, ground, beaufort, stakes, sides })
}
</script>

<template>
  A mast of <ChoicePart :value="mast.mast" label="What it is made of" :of="stock.masts" @take="take" />,
  <NumberPart at="/size/high_m" /> high, <NumberPart at="/size/thick_mm" /> thick at its foot and <NumberPart at="/size/top_mm" /> at its
  top<template v-if="kind?.hollow">, its wall <NumberPart at="/size/wall_mm" /></template>. At its head are
  <NumberPart at="/head_kg" /> with <NumberPart at="/head_m2" /> m² to the wind, and a line pulls there with <NumberPart at="/head_n" />. It
  is guyed to <ChoicePart :value="String(mast.sides)" label="Sides" :of="stock.sides" @take="say({ sides: Number($event) })" /> at
  <template v-for="(_, i) in mast.guys_m" :key="i"
    ><template v-if="i">{{ i === mast.guys_m.length - 1 ? ' and ' : ', ' }}</template
    ><NumberPart :at="`/guys_m/${i}`"
  /></template>
  in <CordPart :cord="mast.cord" at="/cord" label="Cord" @take="rig.say({ cord: $event })" />, to
  <ChoicePart :value="mast.stakes" label="Stakes" :of="stock.stakes" @take="say({ stakes: $event as never })" />, the outermost
  <NumberPart at="/out_m" /> out and <NumberPart at="/deep_m" /> deep in
  <ChoicePart :value="mast.ground" label="Ground" :of="stock.grounds" @take="say({ ground: $event })" />. Each guy is drawn with
  <NumberPart at="/pull_n" />, for Beaufort <NumberPart at="/beaufort" />.
</template>
