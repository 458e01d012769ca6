<script setup lang="ts">
// What is shown to all, led from the hand: one large button for the next move, small ones for the rest.
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { byItself } from '../../app/told'
import NotCome from '../../ui/NotCome.vue'
import { useShown } from './show'

const route = useRoute()
const id = computed(() => Number(route.params.lesson))
const { board, doing, knot, mirrored, steps, step, move, next, clock, seconds, trouble, notCome, readAgain, say, go, run } = useShown(id)
</script>

<template>
  <section class="remote">
    <NotCome what="The lesson" :trouble="board ? '' : notCome" @again="readAgain" />
    <template v-if="knot && move">
      <h1>{{ knot.name }}</h1>
      <p class="remote-move" aria-live="polite">
        <b>{{ step }} of {{ steps.length }}</b> {{ move.say }}
      </p>
      <BButton class="btn-tar remote-next" :disabled="!next" @click="go(1)">{{ next ? `Next: ${next.short}` : 'The last move' }}</BButton>
      <div class="remote-rest">
        <BButton class="btn-tab" :disabled="step === 1" @click="go(-1)">The move before</BButton>
        <BButton class="btn-tab" @click="run">{{ doing?.running_since ? 'Stop' : 'Start' }} the clock</BButton>
        <BButton class="btn-tab" :aria-pressed="mirrored" :class="{ on: mirrored }" @click="byItself(say({ mirrored: !mirrored }))"
          >Mirrored</BButton
        >
        <BButton
          class="btn-tab"
          :aria-pressed="Boolean(doing?.blank)"
          :class="{ on: doing?.blank }"
          @click="byItself(say({ blank: !doing?.blank }))"
          >Blank</BButton
        >
      </div>
      <p v-if="doing?.running_since || seconds > 0" class="remote-clock" role="timer">{{ clock }}</p>
    </template>
    <template v-else-if="board">
      <h1>Nothing is shown yet</h1>
      <p>Choose a knot on the board first.</p>
      <BButton class="btn-tar" :to="`/teach/lessons/${id}`">To the board</BButton>
    </template>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </section>
</template>
