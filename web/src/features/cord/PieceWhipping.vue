<script setup lang="ts">
// A whipping put on a piece's end, a move at a time: the words beside the drawing of what is done and what comes next.
import { ref } from 'vue'
import { useAsked } from '../../api/asked'
import { drawing } from '../../api/client'
import { byItself } from '../../app/told'
import NotCome from '../../ui/NotCome.vue'

const props = defineProps<{
  /** What is done in each move. */
  moves: string[]
}>()
const step = ref(0)
const { answer: svg, trouble, again } = useAsked(() => drawing('/api/whipping.svg', { done: String(step.value) }))
const go = (to: number) => {
  step.value = Math.min(Math.max(to, 0), props.moves.length)
  byItself(again())
}
</script>

<template>
  <details class="take-in whipping">
    <summary>Whip its end, move by move</summary>
    <NotCome what="The drawing" :trouble="trouble" @again="again" />
    <!-- eslint-disable-next-line vue/no-v-html -- the server alone draws it -->
    <div v-if="svg" class="whipping-drawn" v-html="svg" />
    <p role="status">
      <b v-if="step < moves.length">{{ step + 1 }} of {{ moves.length }}.</b>
      {{ moves[step] ?? 'Finished: tight, side by side, both ends gone.' }}
    </p>
    <p class="kit-out">
      <BButton class="btn-tab" :disabled="step === 0" @click="go(step - 1)">Back</BButton>
      <BButton class="btn-tab" :disabled="step === moves.length" @click="go(step + 1)">Next</BButton>
    </p>
  </details>
</template>
