<script setup lang="ts">
// The board of a lesson: every learner a tile, one tap logs a try. Space is the clock's, also on a tile: it must not log twice.
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, words, type Schemas } from '../../api/client'
import { useKeys } from '../../app/keys'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import NotCome from '../../ui/NotCome.vue'
import LearnerCord from './LearnerCord.vue'
import { standing, useClock } from './clock'
import { useTeaching } from './teaching'
import { useTries } from './waiting'

/** How often another instructor's taps are looked for, milliseconds. */
const LOOK_MS = 4000
/** Conditions on the foot line; the rest open beside them. */
const SEEN_FIRST = 5

type Armed = 'right' | 'other' | { misstep: string }
const route = useRoute()
const teaching = useTeaching()
const tries = useTries()
const id = computed(() => Number(route.params.lesson))
const asked = ref<string>()
const ahead = ref(0)
const {
  answer: board,
  trouble: notCome,
  again,
} = useAsked(async () => {
  const query = asked.value ? { knot: asked.value } : {}
  const b = await got(api.GET('/api/lessons/{id}/board', { params: { path: { id: id.value }, query } }))
  ahead.value = Date.parse(b.now) - Date.now()
  return b
})
watch([id, asked], () => byItself(again()))
watch(board, (b) => b && teaching.open(b))
useIntervalFn(() => document.visibilityState === 'visible' && byItself(again()), LOOK_MS)
onBeforeUnmount(tries.whenBack())

const doing = computed(() => board.value?.doing)
const { seconds, words: clock, runs } = useClock(doing, ahead)
const armed = ref<Armed>('right')
const under = ref<Schemas['Condition'][]>([])
const more = ref(false)
const seenFirst = computed(() => (board.value?.ways.length ? SEEN_FIRST - 2 : SEEN_FIRST))
/** The way of tying the class uses, where there are several. */
const way = ref<string | null>(null)
watch(
  () => board.value?.knot?.knot,
  () => (way.value = board.value?.way ?? null),
)
const trouble = ref('')
const over = computed(() => Boolean(board.value?.limit_s && seconds.value > board.value.limit_s))
const share = computed(() => Math.min(seconds.value / (board.value?.limit_s ?? 60), 1))

async function attempt(run: () => Promise<unknown>) {
  trouble.value = ''
  try {
    await run()
  } catch (e) {
    trouble.value = words(e)
  }
  await again()
}
const say = (change: Partial<Schemas['Doing']>) =>
  attempt(() =>
    got(
      api.PUT('/api/lessons/{id}/doing', {
        params: { path: { id: id.value } },
        body: { ...standing, ...doing.value, knot: board.value?.knot?.knot ?? null, ...change },
      }),
    ),
  )
const serverNow = () => new Date(Date.now() + ahead.value).toISOString()
const run = () =>
  runs.value
    ? say({ running_since: null, elapsed_s: seconds.value })
    : say({ running_since: serverNow(), elapsed_s: doing.value?.elapsed_s ?? 0, go_at: doing.value?.go_at ?? serverNow() })
const anew = () => say({ go_at: serverNow(), running_since: serverNow(), elapsed_s: 0 })
const take = (knot: string) => {
  asked.value = undefined
  armed.value = 'right'
  return say({ knot, step: null, go_at: serverNow(), running_since: null, elapsed_s: 0 })
}

function tap(t: Schemas['Tile']) {
  const knot = board.value?.knot
  if (!knot) return
  const a = armed.value
  const came: Schemas['Came'] = a === 'right' ? 'right' : { wrong: a === 'other' ? null : a.misstep }
  const timed = seconds.value >= 0.5 && seconds.value <= 3600 && a === 'right'
  const body: Schemas['TryInput'] = {
    learner: t.learner,
    knot: knot.knot,
    came,
    seconds: timed ? Math.round(seconds.value * 10) / 10 : null,
    under: under.value,
    way: way.value,
    key: crypto.randomUUID(),
  }
  armed.value = 'right'
  byItself(attempt(() => tries.log(id.value, body)))
}
const undo = () => {
  const last = board.value?.last
  return last ? attempt(() => got(api.DELETE('/api/tries/{id}', { params: { path: { id: last.id } } }))) : undefined
}
const hold = () =>
  attempt(() =>
    board.value?.held
      ? got(api.DELETE('/api/lessons/{id}/held', { params: { path: { id: id.value } } }))
      : got(api.POST('/api/lessons/{id}/held', { params: { path: { id: id.value } } })),
  )
const toggle = (c: Schemas['Condition']) =>
  (under.value = under.value.includes(c) ? under.value.filter((o) => o !== c) : [...under.value, c])
const isArmed = (m: string) => typeof armed.value === 'object' && armed.value.misstep === m
function arm(n: number) {
  const m = board.value?.mistakes ?? []
  if (n === 0) armed.value = 'right'
  else if (m[n - 1]) armed.value = { misstep: m[n - 1]!.id }
  else armed.value = 'other'
}
const show = (step: number) => say({ step, blank: false })
useKeys([
  { key: ' ', says: 'Start or stop the clock', run: () => byItself(run()) },
  { key: 'z', says: 'Take the last try back', run: () => byItself(undo()) },
  { key: 'a', says: 'Again: the next go', run: () => byItself(anew()) },
  ...[0, 1, 2, 3, 4].map((n) => ({ key: String(n + 1), says: n ? `Arm mistake ${n}` : 'Arm Right', run: () => arm(n) })),
])
// Arrow keys walk the tiles.
const grid = ref<HTMLElement>()
useEventListener(grid, 'keydown', (e: KeyboardEvent) => {
  const tiles = [...(grid.value?.querySelectorAll('button') ?? [])]
  const at = tiles.indexOf(document.activeElement as HTMLButtonElement)
  const rows = Number(getComputedStyle(grid.value!).getPropertyValue('--rows')) || 6
  const by = { ArrowDown: 1, ArrowUp: -1, ArrowRight: rows, ArrowLeft: -rows }[e.key]
  if (!by || at < 0) return
  e.preventDefault()
  tiles[Math.min(Math.max(at + by, 0), tiles.length - 1)]?.focus()
})
const columns = computed(() => ((board.value?.tiles.length ?? 0) > 24 ? 5 : 4))
const rows = computed(() => Math.max(Math.ceil((board.value?.tiles.length ?? 0) / columns.value), 3))
</script>

<template>
  <section class="board">
    <NotCome what="The board" :trouble="board ? '' : notCome" @again="again" />
    <template v-if="board">
      <div v-if="!board.tiles.length" class="board-empty">
        <h1>No learners yet</h1>
        <p>Paste a list of names on the course's page.</p>
        <BButton class="btn-tar" :to="`/teach/${board.course}`">To the course</BButton>
      </div>
      <div v-else ref="grid" class="tiles" :style="{ '--columns': columns, '--rows': rows }">
        <button
          v-for="t in board.tiles"
          :key="t.learner"
          class="tile"
          :class="{ now: t.now, due: t.due_days !== undefined && t.due_days !== null, away: t.away, slip: t.slipped }"
          :disabled="!board.knot"
          @keydown.space.prevent.stop="byItself(run())"
          @keyup.space.prevent
          @click="tap(t)">
          <b>{{ t.name }} <small v-if="t.left">left</small></b>
          <LearnerCord :run="t.run" :of="t.of" :whole="t.reached" :sags="t.due_days != null" :thin="t.away" />
          <span class="says" :class="{ bad: t.slipped && !t.now }">{{ t.now?.says ?? t.says }}</span>
        </button>
      </div>
      <aside class="board-side">
        <nav v-if="board.knots.length > 1" class="board-knots" aria-label="Knots of this lesson">
          <BButton
            v-for="k in board.knots"
            :key="k.knot"
            class="btn-tab"
            :class="{ on: k.knot === board.knot?.knot }"
            :aria-pressed="k.knot === board.knot?.knot"
            @click="take(k.knot)"
            >{{ k.name }}</BButton
          >
        </nav>
        <h1>{{ board.knot?.name ?? 'No knot in this lesson' }}</h1>
        <p class="sub">{{ board.standard }}</p>
        <div class="clock">
          <b :class="{ over }" role="timer">{{ clock }}</b>
          <span
            >{{ board.logged }} in<br />{{ board.there - board.logged }} tying<br /><template v-if="board.limit_s"
              >limit {{ board.limit_s }} s</template
            ></span
          >
        </div>
        <span class="clock-cord" aria-hidden="true"
          ><i class="cord-laid" :style="{ width: `${share * 90}%` }" /><i class="cord-rest"
        /></span>
        <div class="do">
          <BButton class="btn-tab" @click="run">{{ runs ? 'Stop' : 'Start' }}</BButton>
          <BButton class="btn-tab" @click="anew">Again</BButton>
        </div>
        <p v-if="trouble" class="trouble m-0" role="alert">{{ trouble }}</p>
        <p v-if="tries.waiting.value.length" class="sub">{{ tries.waiting.value.length }} tries wait in this browser to be sent.</p>
        <div v-if="board.insight" class="insight">
          <h2>{{ board.insight.title }}</h2>
          <p>{{ board.insight.says }}</p>
          <BButton class="btn-tar" @click="show(board.insight.step)">Show move {{ board.insight.step }} once more to all</BButton>
        </div>
        <div v-else-if="board.knot" class="board-next">
          <template v-if="board.next">
            <h2>Next</h2>
            <button class="next-knot" @click="take(board.next.knot)">
              <span class="thumb"><KnotFigure :knot="board.next.knot" :drawn-up="1" /></span><b>{{ board.next.name }}</b>
            </button>
          </template>
        </div>
        <div class="do side-foot">
          <BButton class="btn-tab" :href="`/show/${board.lesson}`" target="_blank">Show it to all</BButton>
          <BButton class="btn-bare" :to="`/show/${board.lesson}/hand`">By phone</BButton>
          <BButton class="btn-bare" @click="hold">{{ board.held ? 'Not held after all' : 'The lesson is held' }}</BButton>
        </div>
      </aside>
      <div v-if="board.tiles.length" class="taps" role="group" aria-label="What a tap logs">
        <p><b>A tap logs</b><br />after a mistake, Right again</p>
        <button class="tap right" :class="{ on: armed === 'right' }" :aria-pressed="armed === 'right'" @click="armed = 'right'">
          <kbd>1</kbd><b>Right</b><span>{{ seconds >= 0.5 ? 'and the time' : 'without a time' }}</span>
        </button>
        <button
          v-for="(m, i) in board.mistakes"
          :key="m.id"
          class="tap"
          :class="{ on: isArmed(m.id) }"
          :aria-pressed="isArmed(m.id)"
          @click="armed = { misstep: m.id }">
          <kbd>{{ i + 2 }}</kbd>
          <span class="thumb"><KnotFigure :knot="board.knot?.knot" :wrong="m.id" /></span>
          <b>{{ m.done }}</b>
          <span>{{ m.makes }}</span>
        </button>
        <button class="tap" :class="{ on: armed === 'other' }" :aria-pressed="armed === 'other'" @click="armed = 'other'">
          <kbd>{{ board.mistakes.length + 2 }}</kbd><b>Other</b><span>wrong in another way</span>
        </button>
      </div>
      <div v-if="board.tiles.length" class="board-foot">
        <p role="status">
          <template v-if="board.last"
            >Logged: <b>{{ board.last_name }}</b>, {{ board.last.says }} <BButton class="btn-bare" @click="undo">Undo</BButton></template
          >
          <template v-else>Nothing logged in this lesson yet.</template>
        </p>
        <div class="conditions" role="group" aria-label="Tied under">
          <span>Tied</span>
          <select v-if="board.ways.length" v-model="way" class="form-select of-way" aria-label="Way of tying">
            <option :value="null">along the rope</option>
            <option v-for="w in board.ways" :key="w" :value="w">{{ w.toLowerCase() }}</option>
          </select>
          <BButton
            v-for="c in more ? board.conditions : board.conditions.slice(0, seenFirst)"
            :key="c.id"
            class="btn-tab"
            :class="{ on: under.includes(c.id as Schemas['Condition']) }"
            :aria-pressed="under.includes(c.id as Schemas['Condition'])"
            @click="toggle(c.id as Schemas['Condition'])"
            >{{ c.words }}</BButton
          >
          <BButton class="btn-tab" :aria-expanded="more" @click="more = !more">{{
            more ? 'Fewer' : `${board.conditions.length - seenFirst} more`
          }}</BButton>
        </div>
      </div>
    </template>
  </section>
</template>
