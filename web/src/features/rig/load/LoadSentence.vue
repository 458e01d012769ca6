<script setup lang="ts">
// A load tied down, as a sentence.
import ChoicePart from '../ChoicePart.vue'
import CordPart from '../CordPart.vue'
import NumberPart from '../NumberPart.vue'
import { useLoad } from './load'

const { load, stock, say, deck, rig } = useLoad()
const ground = [
  { id: 'dry', name: 'dry' },
  { id: 'wet', name: 'wet' },
]
</script>

<template>
  On a <ChoicePart :value="load.deck.kind" label="What carries it" :of="stock.decks" @take="deck({ kind: $event as never })" />,
  <ChoicePart :value="load.deck.wet ? 'wet' : 'dry'" label="The deck, dry or wet" :of="ground" @take="deck({ wet: $event === 'wet' })" />,
  <ChoicePart :value="load.going" label="What it is moved over" :of="stock.goings" @take="say({ going: $event as never })" />, the load is
  tied with <CordPart :cord="load.cord" at="/cord" label="Cord" @take="rig.say({ cord: $event })" />, tight
  <ChoicePart :value="load.tighten" label="How it is tightened" :of="stock.tightenings" @take="say({ tighten: $event as never })" />. You
  pull with <NumberPart at="/pull_n" />.
</template>
