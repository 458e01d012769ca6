<script setup lang="ts">
// Its lashings, one of them tied move by move.
import { computed } from 'vue'
import { useCatalogue } from '../../../api/catalogue'
import LashingPlayer from '../../lashing/LashingPlayer.vue'
import { usePoles } from './poles'

const { poles, facts, shown, here } = usePoles()
const catalogue = useCatalogue()
const laid = computed(() => catalogue.lists.cords.find((c) => c.id === poles.value.cord.kind)?.construction === 'laid')
</script>

<template>
  <div v-if="facts && here" class="load-site">
    <div v-if="facts.lashings.length > 1" class="tabs of-lashings" role="group" aria-label="Lashing shown">
      <BButton
        v-for="l in facts.lashings"
        :key="l.id"
        class="btn-tab"
        :class="{ on: l.id === here.id }"
        :aria-pressed="l.id === here.id"
        @click="shown = l.id"
        >{{ l.place }}</BButton
      >
    </div>
    <LashingPlayer :lashing="here.lashing" :turns="here.counts.turns" :frapping="here.counts.frapping" :radius="here.radius" :laid="laid" />
    <p v-if="here.radius > 6.25 || here.radius < 2.5" class="sub">
      The cord is drawn {{ here.radius > 6.25 ? 'thicker' : 'thinner' }} than it is beside these poles, so that it can be read.
    </p>
  </div>
</template>
