<script setup lang="ts">
// Which piece of the kit each line is cut from: pieces laid straight to one scale, a notch where each is cut.
import { computed, ref } from 'vue'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { useCatalogue } from '../../api/catalogue'
import { LeftOff, api, got, type Schemas } from '../../api/client'
import { byItself } from '../../app/told'
import NotCome from '../../ui/NotCome.vue'
import '../../styles/cutting.css'

type Query = { spool_m: number; bag?: string; join?: boolean }
const props = defineProps<{
  /** Asks for the plan, with spools of so many metres and of what lies in one bag only. */
  ask: (query: Query, signal: AbortSignal) => Promise<Schemas['CuttingPlan']>
  /** Address of the plan as a file: `pdf` or `xlsx`; the query is put behind it. */
  file?: (ending: string) => string
}>()
const query = ref<Query>({ spool_m: 50 })
let stop = new AbortController()
const {
  answer: plan,
  trouble,
  asking,
  again,
} = useAsked(() => {
  stop = new AbortController()
  return props.ask(query.value, stop.signal)
})
/** It need not be waited for: the server leaves off as well. */
const leaveOff = () => stop.abort(new LeftOff())
const { trouble: notCut, attempt } = useAttempt(again)
const { answer: kit } = useAsked(() => got(api.GET('/api/cords')))
const bags = computed(() => [...new Set((kit.value ?? []).map((c) => c.place).filter(Boolean))].sort())
const take = (part: Partial<Query>) => {
  query.value = { ...query.value, ...part }
  byItself(again())
}
/** The plan as a file, of the same spools and bag. */
function address(ending: string) {
  const all = new URLSearchParams({ spool_m: String(query.value.spool_m) })
  if (query.value.bag) all.set('bag', query.value.bag)
  if (query.value.join) all.set('join', 'true')
  const file = props.file?.(ending) ?? ''
  return `${file}${file.includes('?') ? '&' : '?'}${all.toString()}`
}
const width = 820
const longest = computed(() => Math.max(1, ...(plan.value?.pieces ?? []).map((p) => p.length_m)))
const px = (m: number) => (m / longest.value) * width
type Piece = Schemas['CutPiece']
const told = (piece: Piece) => piece.told.map((l) => l.says).join('; ')
/** A new piece is called after its line, with room for a number behind it. */
const NAME_LONG = 76
const done = ref('')
/** Cuts lines of a piece of the kit: they are pieces of their own from then on, and serve as they are. */
async function cut(piece: Piece, line: Schemas['CutAlike']) {
  const { kept } = piece
  if (!kept) return
  const deed = { what: 'cut' as const, length_m: line.length_m, name: line.line.slice(0, NAME_LONG), times: line.times }
  const params = { path: { id: kept.id } }
  const went = await attempt(() => got(api.POST('/api/cords/{id}/deeds', { params, body: { deed, version: kept.version } })))
  done.value = went ? `Cut and written into the ledger: ${line.says}.` : ''
}
const catalogue = useCatalogue()
</script>

<template>
  <section class="cutting" aria-label="What it is cut from">
    <h3>What it is cut from</h3>
    <NotCome what="The cutting plan" :trouble="trouble" @again="again" />
    <p v-if="asking" class="working" role="status">
      Being worked out, two seconds at most. <progress /> <BButton class="btn-tab" @click="leaveOff">Leave off</BButton>
    </p>
    <template v-if="plan">
      <p>
        <b>{{ plan.says }}</b>
        <label
          >Spools that are bought hold
          <select
            class="form-select spool"
            :value="query.spool_m"
            @change="take({ spool_m: Number(($event.target as HTMLSelectElement).value) })">
            <option v-for="s in catalogue.lists.spools" :key="s.m" :value="s.m">{{ s.says }}</option>
          </select></label
        >
        <label v-if="bags.length"
          >Cut from
          <select
            class="form-select spool"
            :value="query.bag ?? ''"
            @change="take({ bag: ($event.target as HTMLSelectElement).value || undefined })">
            <option value="">the whole kit</option>
            <option v-for="b in bags" :key="b" :value="b">{{ b }} only</option>
          </select></label
        >
      </p>
      <p v-if="file && plan.pieces.length" class="kit-out">
        <BButton class="btn-tab" :href="address('pdf')" download>Cut ticket, PDF</BButton>
        <BButton class="btn-tab" :href="address('xlsx')" download>Cut list, workbook</BButton>
      </p>
      <p v-if="done" role="status">{{ done }} Seal its ends.</p>
      <p v-if="notCut" class="trouble" role="alert">{{ notCut }}</p>
      <label v-if="plan.cannot.length || query.join" class="tick"
        ><input
          type="checkbox"
          class="form-check-input"
          :checked="query.join"
          @change="take({ join: ($event.target as HTMLInputElement).checked })" />
        Lines longer than anything there is may be joined of parts</label
      >
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
          <g v-for="(line, n) in p.cuts" :key="n" :transform="`translate(${2 + px(line.from_m)})`">
            <rect y="8" :width="px(line.length_m)" height="18" class="bar" />
            <path
              v-for="c in Math.max(0, Math.floor((px(line.length_m) - 10) / 13))"
              :key="c"
              class="fl"
              stroke-width="1.8"
              :d="`M${c * 13 - 6} 13l4 4-4 4`" />
            <path class="notch" :d="`M${px(line.length_m)} 2v30`" />
          </g>
        </svg>
        <ul class="cut-lines">
          <li v-for="(line, n) in p.told" :key="n">
            <span
              >{{ line.says }}<span class="sub">: {{ line.spans }}</span></span
            >
            <BButton v-if="p.kept && !p.whole" class="btn-tab" @click="cut(p, line)"
              >Cut<span class="visually-hidden"> {{ line.says }} from {{ p.from }}</span></BButton
            >
          </li>
        </ul>
        <p class="sub">{{ p.remains }} {{ p.ends }}</p>
      </figure>
      <p v-for="c in plan.cautions" :key="c" class="sub">{{ c }}</p>
      <p class="sub">
        Lengths are rounded up to the centimetre, with two more for sealing both ends. Longest line first from each piece; measure twice.
        What is pressed as cut is a piece of its own in the kit from then on.
      </p>
    </template>
  </section>
</template>
