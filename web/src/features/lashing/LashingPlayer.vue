<script setup lang="ts">
// A lashing tied move by move: from the front, from behind, or turned; the numbers of turns are the reader's.
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import IconArrow from '~icons/lucide/arrow-right'
import IconBack from '~icons/lucide/arrow-left'
import { useAsked } from '../../api/asked'
import { api, got, type Schemas } from '../../api/client'
import { useHabits } from '../../app/habits'
import KnotFigure from '../../rope/KnotFigure.vue'
import '../../styles/lashing.css'
import '../../styles/tie.css'

const props = defineProps<{
  /** Its id. */
  lashing: string
  turns?: number
  frapping?: number
  /** Radius of the poles in diameters of the cord. */
  radius?: number
  /** The cord is laid, not braided. */
  laid?: boolean
}>()

const habits = useHabits()
const seen = ref<Schemas['LashingSeen']>('front')
const views: { id: Schemas['LashingSeen']; says: string }[] = [
  { id: 'front', says: 'Front' },
  { id: 'behind', says: 'Back' },
  { id: 'turned', says: 'Turned' },
]
const mirrored = computed(() => habits.settings.hand === 'left')
const counts = computed(() => ({ turns: props.turns, frapping: props.frapping }))
const {
  answer: told,
  trouble,
  again,
} = useAsked(() =>
  got(
    api.GET('/api/lashings/{id}', {
      params: { path: { id: props.lashing }, query: { ...counts.value, mirrored: mirrored.value || undefined } },
    }),
  ),
)
watch(() => [props.lashing, props.turns, props.frapping, mirrored.value], again)

/** Turned by hand, in space: asked for only then. */
const inSpace = ref(false)
const KnotModel = defineAsyncComponent(() => import('../../rope/KnotModel.vue'))
const { answer: model, again: modelAgain } = useAsked(async () =>
  inSpace.value ? await got(api.GET('/api/lashings/{id}/model', { params: { path: { id: props.lashing }, query: counts.value } })) : null,
)
watch(() => [inSpace.value, props.lashing, props.turns, props.frapping], modelAgain)
function look(from: Schemas['LashingSeen']) {
  seen.value = from
  inSpace.value = false
}

/** One stop for each move, and one for the lashing tied. */
const at = ref(1)
watch(
  () => props.lashing,
  () => (at.value = 1),
)
const moves = computed(() => told.value?.moves ?? [])
const step = computed(() => Math.min(at.value, moves.value.length + 1))
const now = computed(() => moves.value[step.value - 1])
const tied = computed(() => step.value > moves.value.length)
const also = computed(() => {
  const q: Record<string, string> = { seen: seen.value }
  if (props.turns) q.turns = String(props.turns)
  if (props.frapping !== undefined) q.frapping = String(props.frapping)
  if (props.radius) q.radius = props.radius.toFixed(3)
  if (props.laid) q.laid = 'true'
  return q
})
const from = computed(() => `/api/lashings/${encodeURIComponent(props.lashing)}/figure.svg`)
function go(to: number) {
  at.value = Math.min(Math.max(to, 1), moves.value.length + 1)
}
defineExpose({ go })
</script>

<template>
  <section class="lashing" :aria-label="told?.name ?? 'Lashing'" @keydown.left.stop="go(step - 1)" @keydown.right.stop="go(step + 1)">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="told">
      <div class="lashing-head">
        <h2>{{ told.name }}</h2>
        <div class="tabs" role="group" aria-label="Seen">
          <BButton
            v-for="v in views"
            :key="v.id"
            class="btn-tab"
            :class="{ on: !inSpace && seen === v.id }"
            :aria-pressed="!inSpace && seen === v.id"
            @click="look(v.id)"
            >{{ v.says }}</BButton
          >
          <BButton class="btn-tab" :class="{ on: inSpace }" :aria-pressed="inSpace" @click="inSpace = true">By hand</BButton>
        </div>
      </div>
      <KnotModel v-if="inSpace && model" class="lashing-figure cloth" :model="model" :step="step - 1" :mirrored="mirrored" :says="told.name"
        ><p class="still">This browser cannot turn it: look from the front, from behind or turned.</p></KnotModel
      >
      <KnotFigure v-else class="lashing-figure cloth" :from="from" :step="tied ? undefined : step" :also="also" />
      <ol class="lashing-strip">
        <li v-for="n in moves.length + 1" :key="n">
          <button
            type="button"
            :class="{ here: n === step, done: n < step }"
            :aria-current="n === step ? 'step' : undefined"
            :aria-label="n > moves.length ? 'Tied' : `Move ${n}: ${moves[n - 1]?.short ?? ''}`"
            @click="go(n)" />
        </li>
      </ol>
      <div class="said-step">
        <p aria-live="polite">
          <template v-if="tied"
            ><small>Tied</small>Look for: <span class="sub">{{ told.look.join(' ') }}</span></template
          >
          <template v-else
            ><small>Move {{ step }} of {{ moves.length }}</small
            >{{ now?.say }}<span v-if="inSpace || seen !== 'front'" class="sub">Said as it is seen from the front.</span></template
          >
        </p>
        <BButton class="btn-tab" :disabled="step === 1" @click="go(step - 1)"><IconBack class="i" /> <span>Before</span></BButton>
        <BButton class="btn-tar next" :disabled="tied" @click="go(step + 1)"
          ><span>{{ step >= moves.length ? 'See it tied' : 'Next move' }}</span> <IconArrow class="i"
        /></BButton>
      </div>
    </template>
  </section>
</template>
