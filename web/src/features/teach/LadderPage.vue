<script setup lang="ts">
// The ladder: knots on rungs by what they build on, a strand for what two share. Laid: both taught. Dots: still to climb.
import { useElementSize } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { api, got, type Schemas } from '../../api/client'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import NotCome from '../../ui/NotCome.vue'
import { listed } from '../../ui/listed'
import LearnerCord from './LearnerCord.vue'
import { useTeaching } from './teaching'

/** Height of a rung and least width of a knot on it, pixels. */
const RUNG = 236
const WIDE = 132
const DRAWN = 96
/** Height of the row of rigs, and least width of a rig in it. */
const RIGS = 192
const RIG_WIDE = 206

const route = useRoute()
const teaching = useTeaching()
const id = computed(() => Number(route.params.course))
const { answer: ladder, trouble, again } = useAsked(() => got(api.GET('/api/courses/{id}/ladder', { params: { path: { id: id.value } } })))
const { answer: course, again: courseAgain } = useAsked(() => got(api.GET('/api/courses/{id}', { params: { path: { id: id.value } } })))
watch(id, () => byItself(again()))
watch(course, (c) => c && teaching.take(c))
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
const opened = ref<string>()

const rungs = computed(() => ladder.value?.rungs ?? [])
const rigs = computed(() => ladder.value?.rigs ?? [])
const rigId = (r: Schemas['RigRung']) => `${r.job} ${r.name}`
const wide = computed(() => Math.max(width.value, rigs.value.length * RIG_WIDE, ...rungs.value.map((r) => r.length * WIDE)))
const high = computed(() => rungs.value.length * RUNG + 12 + (rigs.value.length ? RIGS : 0))
/** Each knot above the middle of what it builds on, as far as its neighbours leave room. */
const places = computed(() => {
  const at = new Map<string, { x: number; y: number; rung: Schemas['Rung'] }>()
  rungs.value.forEach((row, r) => {
    const even = row.map((_, i) => ((i + 0.5) / row.length) * wide.value)
    const wish = (knot: string, i: number) => {
      const xs = (ladder.value?.strands ?? []).filter((s) => s.above === knot).flatMap((s) => at.get(s.below)?.x ?? [])
      return xs.length ? xs.reduce((a, b) => a + b) / xs.length : even[i]!
    }
    const sorted = row.map((k, i) => ({ k, x: wish(k.knot, i) })).sort((a, b) => a.x - b.x)
    const wished = sorted.reduce((sum, p) => sum + p.x, 0)
    sorted.forEach((p, i) => (p.x = Math.max(p.x, (sorted[i - 1]?.x ?? -Infinity) + WIDE)))
    // Pushed apart to the right alone, the row would drift: it goes back as a whole.
    const drift = (sorted.reduce((sum, p) => sum + p.x, 0) - wished) / sorted.length
    sorted.forEach((p, i) => (p.x = Math.max(p.x - drift, WIDE / 2 + i * WIDE)))
    for (let i = sorted.length - 1, most = wide.value - WIDE / 2; i >= 0; i--, most = sorted[i + 1]!.x - WIDE) {
      sorted[i]!.x = Math.min(sorted[i]!.x, most)
    }
    sorted.forEach(({ k, x }) => at.set(k.knot, { x, y: high.value - r * RUNG - RUNG, rung: k }))
  })
  return at
})
const strands = computed(() =>
  (ladder.value?.strands ?? []).flatMap((s) => {
    const [a, b] = [places.value.get(s.below), places.value.get(s.above)]
    if (!a || !b) return []
    const [from, to] = [
      { x: a.x, y: a.y },
      { x: b.x, y: b.y + RUNG - 34 },
    ]
    const bend = Math.abs(from.y - to.y) * 0.55
    return [{ ...s, d: `M${from.x} ${from.y}C${from.x} ${from.y - bend} ${to.x} ${to.y + bend} ${to.x} ${to.y}` }]
  }),
)
/** What is built on the ladder stands above it, evenly. */
const rigPlaces = computed(() => rigs.value.map((rig, i) => ({ rig, id: rigId(rig), x: ((i + 0.5) / rigs.value.length) * wide.value })))
const rigStrands = computed(() =>
  rigPlaces.value.flatMap(({ rig, id, x }) =>
    rig.knots.flatMap((knot) => {
      const a = places.value.get(knot)
      const y = RIGS - 28
      return a
        ? [
            {
              rig: id,
              knot,
              laid: a.rung.taught,
              d: `M${a.x} ${a.y}C${a.x} ${a.y - (a.y - y) * 0.5} ${x} ${y + (a.y - y) * 0.5} ${x} ${y}`,
            },
          ]
        : []
    }),
  ),
)
const openedRig = ref<string>()
const onRig = computed(() => rigs.value.find((r) => rigId(r) === openedRig.value))
function open(knot: string) {
  opened.value = knot
  openedRig.value = undefined
}
const shown = computed(() => opened.value ?? rungs.value.flat().find((k) => k.lesson && !k.taught)?.knot ?? rungs.value[0]?.[0]?.knot)
const on = computed(() => (shown.value ? places.value.get(shown.value)?.rung : undefined))
const below = computed(() => (ladder.value?.strands ?? []).filter((s) => s.above === shown.value))
const above = computed(() => (ladder.value?.strands ?? []).filter((s) => s.below === shown.value))
const name = (knot: string) => places.value.get(knot)?.rung.name ?? knot
/** Moved in the course: the reason, where it would leave a knot hanging free. */
const { trouble: unmoved, attempt } = useAttempt(async () => {
  await courseAgain()
  await again()
})
watch(shown, () => (unmoved.value = ''))
const from = computed(() => course.value?.lessons.findIndex((l) => l.knots.some((k) => k.knot === shown.value)) ?? -1)
const can = (by: number) => [from.value, from.value + by].every((i) => course.value?.lessons[i]?.held === false)
function move(by: number) {
  const [view, knot] = [course.value, shown.value]
  if (!view || !knot) return
  const lessons = view.lessons.map((l) => l.knots.map((k) => k.knot).filter((k) => k !== knot))
  lessons[from.value + by]!.push(knot)
  const params = { path: { id: id.value } }
  return attempt(() => got(api.PUT('/api/courses/{id}/lessons', { params, body: { lessons, version: view.course.version } })))
}
const says = (k: Schemas['Rung']) =>
  k.taught && k.of
    ? `${k.can === k.of ? 'all' : k.can} of ${k.of}${k.fading ? `, ${k.fading} due` : ''}`
    : k.lesson
      ? `lesson ${k.lesson}`
      : 'not planned'
</script>

<template>
  <section class="ladder">
    <NotCome what="The ladder" :trouble="ladder ? '' : trouble" @again="again" />
    <div ref="frame" class="ladder-frame" tabindex="0" role="region" aria-label="The ladder">
      <div class="ladder-head">
        <h1>The ladder</h1>
        <p>
          Above it what is rigged with it. A strand is what two knots share. Laid: both are taught. Dots: still to climb. Sag: due again.
        </p>
      </div>
      <div v-if="ladder" class="ladder-in" :style="{ width: `${wide}px`, height: `${high}px` }">
        <svg :width="wide" :height="high" aria-hidden="true">
          <line
            v-for="(r, i) in rungs"
            :key="i"
            x1="0"
            :x2="wide"
            :y1="high - i * RUNG - RUNG + DRAWN + 4"
            :y2="high - i * RUNG - RUNG + DRAWN + 4"
            class="rung" />
          <!-- What a rig stands on is seen when it, or one of its knots, is opened. -->
          <g v-for="s in rigStrands" :key="`${s.rig} ${s.knot}`">
            <path v-if="s.rig === openedRig" class="strand-dots" :class="{ laid: s.laid }" :d="s.d" />
          </g>
          <g v-for="s in strands" :key="`${s.below} ${s.above}`" :class="{ lit: !openedRig && (s.above === shown || s.below === shown) }">
            <template v-if="s.laid">
              <path class="cord-o" :d="s.d" />
              <path class="cord-a" :d="s.d" />
              <path class="cord-f" :d="s.d" />
            </template>
            <path v-else class="strand-dots" :d="s.d" />
          </g>
        </svg>
        <button
          v-for="p in rigPlaces"
          :key="p.id"
          class="rung-knot rung-rig"
          :class="{ on: p.id === openedRig, taught: p.rig.taught }"
          :aria-pressed="p.id === openedRig"
          :style="{ left: `${p.x}px`, top: '16px', width: `${RIG_WIDE - 8}px`, height: `${RIGS - 44}px` }"
          @click="openedRig = p.id">
          <b>{{ p.rig.name }}</b>
          <small>{{ p.rig.job_name }}</small>
          <span class="own-rung"
            ><LearnerCord :run="p.rig.can" :of="Math.max(p.rig.of, 1)" :whole="p.rig.taught && p.rig.can === p.rig.of"
          /></span>
          <small>{{ p.rig.says }}</small>
        </button>
        <button
          v-for="[knot, p] in places"
          :key="knot"
          class="rung-knot"
          :class="{
            on: openedRig ? onRig?.knots.includes(knot) : knot === shown,
            taught: p.rung.taught,
            due: p.rung.fading * 2 > p.rung.can,
          }"
          :aria-pressed="!openedRig && knot === shown"
          :style="{ left: `${p.x}px`, top: `${p.y}px`, width: `${WIDE - 4}px`, height: `${RUNG - 34}px` }"
          @click="open(knot)">
          <span class="thumb"><KnotFigure :knot="knot" :drawn-up="1" /></span>
          <span class="own-rung"
            ><LearnerCord :run="0" :of="3" :whole="p.rung.taught" :sags="p.rung.taught && p.rung.fading * 2 > p.rung.can"
          /></span>
          <b>{{ p.rung.name }}</b>
          <small>{{ says(p.rung) }}</small>
        </button>
      </div>
    </div>
    <aside v-if="onRig" class="ladder-side">
      <h2>{{ onRig.name }}</h2>
      <p class="sub">{{ onRig.job_name }}</p>
      <p v-if="onRig.missing.length" class="trouble m-0">
        It cannot be rigged at the end of this course: no lesson teaches {{ listed(onRig.missing).toLowerCase() }}.
      </p>
      <p v-else-if="onRig.taught">
        All its knots were taught. {{ onRig.can }} of {{ onRig.of }} can tie every one of them by the standard.
      </p>
      <p v-else-if="onRig.lesson">It can be rigged after lesson {{ onRig.lesson }}.</p>
      <template v-if="onRig.knots.length">
        <h3>It stands on</h3>
        <ul>
          <li v-for="k in onRig.knots" :key="k">
            <button class="link" @click="open(k)">{{ name(k) }}</button>
            <span v-if="places.get(k)">{{ says(places.get(k)!.rung) }}</span>
          </li>
        </ul>
      </template>
      <div class="do">
        <BButton class="btn-tar" :to="`/teach/${id}/test/${onRig.job}`">Test it on the rig</BButton>
        <BButton v-if="onRig.missing.length" class="btn-tab" :to="`/teach/${id}`">Change the course</BButton>
      </div>
    </aside>
    <aside v-else-if="on" class="ladder-side">
      <h2>{{ on.name }}</h2>
      <p class="sub">{{ says(on) }}</p>
      <div class="side-figure cloth"><KnotFigure :knot="on.knot" :drawn-up="1" /></div>
      <template v-if="below.length">
        <h3>Builds on</h3>
        <ul>
          <li v-for="s in below" :key="s.below">
            <button class="link" @click="open(s.below)">{{ name(s.below) }}</button>
            <span>{{ s.says }}<template v-if="s.computed"> Read off their paths.</template></span>
          </li>
        </ul>
      </template>
      <p v-else>It stands on the ground: nothing has to come before it.</p>
      <template v-if="above.length">
        <h3>Leads to</h3>
        <ul>
          <li v-for="s in above" :key="s.above">
            <button class="link" @click="open(s.above)">{{ name(s.above) }}</button>
          </li>
        </ul>
      </template>
      <p v-if="unmoved" class="trouble m-0" role="alert">{{ unmoved }}</p>
      <div class="do">
        <BButton v-if="can(-1)" class="btn-tab" @click="move(-1)">A lesson earlier</BButton>
        <BButton v-if="can(1)" class="btn-tab" @click="move(1)">A lesson later</BButton>
      </div>
      <div class="do">
        <BButton class="btn-tar" :to="`/knots/${on.knot}`">Open the knot</BButton>
        <BButton class="btn-tab" :to="`/teach/${id}`">Move it in the course</BButton>
      </div>
    </aside>
  </section>
</template>
