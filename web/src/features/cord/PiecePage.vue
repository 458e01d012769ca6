<script setup lang="ts">
// One piece of cord: what it is, what may be done with it, how it is kept, and everything that happened to it.
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { api, got } from '../../api/client'
import NotCome from '../../ui/NotCome.vue'
import PieceDeeds from './PieceDeeds.vue'
import PieceFacts from './PieceFacts.vue'
import PieceMark from './PieceMark.vue'
import PieceWhipping from './PieceWhipping.vue'
import '../../styles/piece.css'

const route = useRoute()
const path = computed(() => ({ id: Number(route.params.piece) }))
const {
  answer,
  trouble: notCome,
  again,
} = useAsked(async () => {
  const params = { path: path.value }
  const [piece, history, care] = await Promise.all([
    got(api.GET('/api/cords/{id}', { params })),
    got(api.GET('/api/cords/{id}/history', { params })),
    got(api.GET('/api/cords/{id}/care', { params })),
  ])
  return { piece, history, care }
})
const { trouble, attempt } = useAttempt(again)
const piece = computed(() => answer.value?.piece)
const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric' })
</script>

<template>
  <section class="page piece">
    <NotCome what="The piece" :trouble="notCome" @again="again" />
    <template v-if="answer && piece">
      <p><RouterLink to="/cord">All cord</RouterLink></p>
      <h1>{{ piece.named }}</h1>
      <p>
        {{ piece.says }} <b :class="{ 'v no': piece.retired, 'v mid': piece.held_by }">{{ piece.stands }}</b> {{ piece.note }}
      </p>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <div class="piece-cols">
        <PieceDeeds v-model:trouble="trouble" :piece="piece" :care="answer.care" :attempt="attempt" />
        <section aria-label="How it is kept">
          <h2>Made up</h2>
          <p>
            <b>{{ answer.care.hank.says }}</b>
          </p>
          <ol>
            <li v-for="s in answer.care.hank.steps" :key="s">{{ s }}</li>
          </ol>
          <p v-if="answer.care.hank.otherwise" class="sub">{{ answer.care.hank.otherwise }}</p>
          <p class="sub">{{ answer.care.runs_out }}</p>
          <h2>What it bears</h2>
          <p v-for="b in answer.care.bears" :key="b">{{ b }}</p>
          <h2>Its ends</h2>
          <p v-for="e in answer.care.ends" :key="e">{{ e }}</p>
          <PieceWhipping v-if="answer.care.whipping.length" :moves="answer.care.whipping" />
          <template v-if="answer.care.mark && answer.care.mark_laid">
            <h2>Its mark</h2>
            <PieceMark :rings="answer.care.mark" :laid="answer.care.mark_laid" />
          </template>
          <p><BButton class="btn-tab" :href="`/api/kit/labels.pdf?id=${piece.id}`" download>Its label, PDF</BButton></p>
          <PieceFacts v-if="!piece.retired" :piece="piece" :attempt="attempt" />
        </section>
        <section aria-label="What happened to it">
          <h2>What happened to it</h2>
          <ol class="ledger">
            <li v-for="(e, i) in answer.history" :key="i">
              <time :datetime="e.at">{{ day(e.at) }}</time><span
                >{{ e.says }} {{ e.note }}<small v-if="e.who"> {{ e.who }}</small></span
              >
            </li>
          </ol>
        </section>
      </div>
    </template>
  </section>
</template>
