<script setup lang="ts">
// Projected: one move, huge, the drawn-up form beside it. Readable at five metres; led by keys, a clicker, the board or a phone.
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useKeys } from '../../app/keys'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import { useShown } from './show'

const route = useRoute()
const id = computed(() => Number(route.params.lesson))
const {
  board,
  doing,
  knot,
  shown,
  mirrored,
  steps,
  at,
  step,
  move,
  next,
  clock,
  seconds,
  left,
  trouble,
  notCome,
  readAgain,
  say,
  go,
  run,
} = useShown(id)
useKeys([
  { key: 'ArrowRight', says: 'Next move', run: () => go(1) },
  { key: 'PageDown', says: 'Next move, by a clicker', run: () => go(1) },
  { key: 'ArrowLeft', says: 'The move before', run: () => go(-1) },
  { key: 'PageUp', says: 'The move before, by a clicker', run: () => go(-1) },
  { key: 'm', says: 'Mirrored, for a class that faces you', run: () => byItself(say({ mirrored: !mirrored.value })) },
  { key: 'b', says: 'Blank', run: () => byItself(say({ blank: !doing.value?.blank })) },
  { key: ' ', says: 'Start or stop the clock', run },
])
</script>

<template>
  <section class="projected" :class="{ blank: doing?.blank }">
    <h1 class="visually-hidden">{{ knot?.name ?? 'The lesson' }}</h1>
    <p v-if="trouble || (notCome && !board)" class="trouble" role="alert">
      {{ trouble || notCome }} <BButton class="btn-tab" @click="readAgain">Ask again</BButton>
    </p>
    <template v-if="doing?.blank" />
    <template v-else-if="knot && move">
      <div class="show-move cloth">
        <h2>
          <i>{{ step }}</i>{{ move.short }}
        </h2>
        <KnotFigure :key="`${shown}-${mirrored}`" :knot="shown" v-bind="at" :other-hand="mirrored" />
        <p v-if="mirrored" class="show-mirrored">Mirrored: copy what you see</p>
      </div>
      <div class="show-side">
        <div class="show-cord" aria-hidden="true">
          <i v-for="n in steps.length" :key="n" :class="{ 'cord-laid': n <= step, here: n === step }" />
        </div>
        <div class="show-tight cloth">
          <h2>{{ knot.name }}</h2>
          <KnotFigure :knot="shown" :drawn-up="1" :other-hand="mirrored" />
        </div>
        <div class="show-next">
          <template v-if="next"
            ><span>Next</span><b>{{ next.short }}</b></template
          >
          <template v-else><span>Tied</span><b>Draw it up</b></template>
        </div>
      </div>
      <div class="show-says">
        <p aria-live="polite">{{ move.say }}</p>
        <div v-if="doing?.running_since || seconds > 0" class="show-clock">
          <b>{{ clock }}</b><span>{{ left !== undefined && left > 0 ? `${Math.ceil(left)} s left` : 'on the clock' }}</span>
        </div>
      </div>
    </template>
    <p v-else class="show-none">{{ board?.course_name }}<br />No knot is being shown.</p>
  </section>
</template>
