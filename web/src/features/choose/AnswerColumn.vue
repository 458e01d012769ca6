<script setup lang="ts">
// One answer: its drawing on the object, its verdict, its reason, its numbers.
import { computed, ref } from 'vue'
import IconArrow from '~icons/lucide/arrow-right'
import type { Drawn, KnotAnswer } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'
import AskedList from '../../ui/AskedList.vue'
import ReasonList from '../../ui/ReasonList.vue'
import GripScale from '../../ui/GripScale.vue'
import VerdictMark from '../../ui/VerdictMark.vue'
import { useSituation } from './situation'

const props = defineProps<{ answer: KnotAnswer; place: number; drawn: Drawn; compared: boolean; taken: boolean; flags: string[] }>()
const emit = defineEmits<{ take: []; compare: [] }>()
const situation = useSituation()
const why = ref(false)
const order = ['1st', '2nd', '3rd']
const first = computed(() => props.place === 0)
const look = () => (situation.knot = props.answer.id)
</script>

<template>
  <article class="answer" :class="{ first }">
    <RouterLink :to="`/knots/${answer.id}`" class="answer-draw" @click="look">
      <span class="visually-hidden">How to tie the {{ answer.name }}</span>
      <span class="answer-figure"
        ><KnotFigure
          :knot="answer.id"
          :drawn-up="1"
          :on="drawn"
          :answer="answer"
          :pull="first ? (drawn.pull ?? undefined) : undefined"
          :dimensions="first"
      /></span>
      <span class="order">{{ order[place] }}</span>
      <span v-if="first" class="flags"
        ><span v-for="c in flags" :key="c" class="small-pennant">{{ c }}</span></span
      >
    </RouterLink>
    <div class="answer-say">
      <h2>
        <RouterLink :to="`/knots/${answer.id}`" @click="look">{{ answer.name }}</RouterLink>
      </h2>
      <VerdictMark :answer="answer" />
      <p v-if="answer.mended" class="mend">
        <b>{{ answer.mended.head }}</b> {{ answer.mended.says }}.
      </p>
      <p class="why">
        {{ answer.lead.says }} <template v-if="first">{{ answer.ahead }}</template>
      </p>
      <GripScale :facts="answer.facts" />
      <dl class="facts">
        <div>
          <dt>Takes</dt>
          <dd>
            {{ answer.facts.cord_words }}<template v-if="answer.facts.tail_words">, tail {{ answer.facts.tail_words }}</template>
          </dd>
        </div>
        <div>
          <dt>Moves</dt>
          <dd>{{ answer.facts.moves }}</dd>
        </div>
        <div v-if="first">
          <dt>Bears</dt>
          <dd>{{ answer.facts.times_words }}, est.</dd>
        </div>
        <div v-if="first">
          <dt>Leaves</dt>
          <dd>{{ answer.facts.leaves }}</dd>
        </div>
      </dl>
      <template v-if="why">
        <AskedList :answer="answer" />
        <ReasonList :answer="answer" />
      </template>
      <div class="answer-do">
        <BButton :class="first ? 'btn-tar' : 'btn-tab'" @click="emit('take')"
          >{{ taken ? 'Taken' : first ? 'Take this one' : 'Take it' }} <IconArrow v-if="!taken" class="i"
        /></BButton>
        <BButton class="btn-bare" variant="link" :aria-expanded="why" @click="why = !why">{{ why ? 'Less' : 'Why' }}</BButton>
        <BButton class="btn-bare" variant="link" :pressed="compared" @click="emit('compare')">{{
          compared ? 'Chosen' : 'Compare'
        }}</BButton>
      </div>
    </div>
  </article>
</template>
