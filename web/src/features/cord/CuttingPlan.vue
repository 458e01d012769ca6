<script setup lang="ts">
// Which piece of the kit each line is cut from: pieces laid straight to one scale, a notch where each is cut.
import { computed, ref } from 'vue'
import { useAsked } from '../../api/asked'
import type { Schemas } from '../../api/client'
import { useHabits } from '../../app/habits'
import { byItself } from '../../app/told'
import NotCome from '../../ui/NotCome.vue'
import '../../styles/cutting.css'

const props = defineProps<{
  /** Asks for the plan, with spools of so many metres. */
  ask: (spool_m: number) => Promise<Schemas['CuttingPlan']>
  /** Address of the ticket for such spools. */
  ticket: (spool_m: number) => string
}>()
const spool = ref(50)
const { answer: plan, trouble, again } = useAsked(() => props.ask(spool.value))
const take = (m: string) => {
  spool.value = Number(m)
  byItself(again())
}
const width = 820
const longest = computed(() => Math.max(1, ...(plan.value?.pieces ?? []).map((p) => p.length_m)))
const px = (m: number) => (m / longest.value) * width
type Piece = Schemas['CutPiece']
/** Where each line lies along its piece. */
function along(piece: Piece) {
  let from = 0
  return piece.cuts.map((cut) => {
    const part = { cut, from: px(from), wide: px(cut.length_m) }
    from += cut.length_m
    return part
  })
}
/** Lines of one name and length in a row are told once. */
function told(piece: Piece) {
  const all: { says: string; times: number }[] = []
  for (const cut of piece.cuts) {
    const says = `${cut.line}, ${cut.length}`
    const last = all[all.length - 1]
    if (last?.says === says) last.times += 1
    else all.push({ says, times: 1 })
  }
  return all.map((t) => (t.times > 1 ? `${t.times} × ${t.says}` : t.says)).join('; ')
}
const spools = [20, 30, 50, 100, 200]
const habits = useHabits()
const imperial = computed(() => habits.settings.units === 'imperial')
const spoolWords = (m: number) => (imperial.value ? `${Math.round(m / 0.3048)} ft` : `${m} m`)
</script>

<template>
  <section class="cutting" aria-label="What it is cut from">
    <h3>What it is cut from</h3>
    <NotCome what="The cutting plan" :trouble="trouble" @again="again" />
    <template v-if="plan">
      <p>
        <b>{{ plan.says }}</b>
        <label
          >Spools that are bought hold
          <select class="form-select spool" :value="spool" @change="take(($event.target as HTMLSelectElement).value)">
            <option v-for="m in spools" :key="m" :value="m">{{ spoolWords(m) }}</option>
          </select></label
        >
      </p>
      <p v-if="plan.pieces.length">
        <BButton class="btn-tab" :href="ticket(spool)" download>Cut ticket, PDF</BButton>
      </p>
      <ul v-if="plan.buy.length || plan.cannot.length" class="short">
        <li v-for="b in plan.buy" :key="b.cord"><b>Buy.</b> {{ b.says }}</li>
        <li v-for="c in plan.cannot" :key="c">{{ c }}</li>
      </ul>
      <figure v-for="(p, i) in plan.pieces" :key="i" class="cut-piece">
        <figcaption>
          <b>{{ p.from }}</b>, {{ p.cord }}, {{ p.length }}
        </figcaption>
        <svg :viewBox="`0 0 ${width + 4} 34`" role="img" :aria-label="`${p.from}: ${told(p)}; ${p.left} left`">
          <rect x="2" y="8" :width="px(p.length_m)" height="18" class="left" :class="{ useless: p.useless }" />
          <g v-for="(part, n) in along(p)" :key="n">
            <rect :x="2 + part.from" y="8" :width="part.wide" height="18" class="bar" />
            <path
              v-for="c in Math.max(0, Math.floor((part.wide - 10) / 13))"
              :key="c"
              class="fl"
              stroke-width="1.8"
              :d="`M${part.from + c * 13 - 4} 13l4 4-4 4`" />
            <path class="notch" :d="`M${2 + part.from + part.wide} 2v30`" />
          </g>
        </svg>
        <p class="sub">
          {{ told(p) }}. <template v-if="p.left_m > 0.005">Left: {{ p.left }}{{ p.useless ? ', too short for much' : '' }}. </template
          ><template v-else>Nothing left. </template>{{ p.ends }}
        </p>
      </figure>
      <p v-for="c in plan.cautions" :key="c" class="sub">{{ c }}</p>
      <p class="sub">Lengths are rounded up to the centimetre, with two more for sealing both ends. Longest line first from each piece.</p>
    </template>
  </section>
</template>
