<script setup lang="ts">
// A course as cords to one scale of minutes: what was held is laid, what is planned dotted, what is too much hangs over the post.
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { api, got, type Schemas } from '../../api/client'
import { useKeys } from '../../app/keys'
import { byItself } from '../../app/told'
import NotCome from '../../ui/NotCome.vue'
import OwnStandards from './OwnStandards.vue'
import StandardForm from './StandardForm.vue'
import TakeIn from '../../ui/TakeIn.vue'
import { useTeaching } from './teaching'

type Lesson = Schemas['LessonView']
const route = useRoute()
const router = useRouter()
const teaching = useTeaching()
const id = computed(() => Number(route.params.course))
const { answer: view, trouble: notCome, again } = useAsked(() => got(api.GET('/api/courses/{id}', { params: { path: { id: id.value } } })))
const { trouble, attempt } = useAttempt(again)
watch(id, () => byItself(again()))
watch(view, (v) => v && teaching.take(v))

const held = ref<{ knot: string; from: number }>()
const opened = ref<number>()
const undone = ref<string[][][]>([])
const names = ref('')
const away = ref(false)
const shown = computed(
  () => view.value?.lessons.find((l) => l.number === opened.value) ?? view.value?.lessons.find((l) => l.over || l.next),
)
const madeReady = computed<[string, string[]][]>(() => {
  const r = shown.value?.ready
  return r
    ? [
        ['Have ready', r.props],
        ['Cautions', r.cautions],
        ['What changes', r.changes],
      ]
    : []
})
const arrangement = computed(() => view.value?.lessons.map((l) => l.knots.map((k) => k.knot)) ?? [])
/** Share of the row that a lesson's minutes are. */
const WHOLE = 88

const put = (lessons: string[][]) =>
  attempt(() =>
    got(
      api.PUT('/api/courses/{id}/lessons', {
        params: { path: { id: id.value } },
        body: { lessons, version: view.value!.course.version },
      }),
    ),
  )

async function move(knot: string, from: number, to: number) {
  if (from === to || !view.value?.lessons[to] || view.value.lessons[to].held) return
  const before = arrangement.value
  const next = before.map((l) => [...l])
  next[from] = next[from]!.filter((k) => k !== knot)
  next[to]!.push(knot)
  if (await put(next)) undone.value.push(before)
}
async function undo() {
  const before = undone.value.pop()
  if (before && !(await put(before))) undone.value.push(before)
}
async function anew() {
  const before = arrangement.value
  if (await attempt(() => got(api.POST('/api/courses/{id}/lessons/anew', { params: { path: { id: id.value } } }))))
    undone.value.push(before)
}
function lift(e: DragEvent, knot: string, from: number) {
  held.value = { knot, from }
  e.dataTransfer?.setData('text/plain', knot)
}
function drop(to: number) {
  if (held.value) byItself(move(held.value.knot, held.value.from, to))
  held.value = undefined
}
function byKey(e: KeyboardEvent, knot: string, from: number) {
  const by = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 }[e.key]
  if (!by) return
  e.preventDefault()
  byItself(move(knot, from, from + by))
}
const save = (change: Partial<Schemas['CourseInput']>) => {
  const c = view.value!.course
  const body: Schemas['CourseInput'] = {
    name: c.name,
    draft: c.draft,
    jobs: c.jobs,
    standard: c.standard,
    standards: c.standards,
    spread: c.spread,
    first_at: c.first_at,
    every_days: c.every_days,
    version: c.version,
    ...change,
  }
  return attempt(() => got(api.PUT('/api/courses/{id}', { params: { path: { id: id.value } }, body })))
}
async function takeStandards(lines: string) {
  const body = { lines, version: view.value!.course.version }
  await got(api.PUT('/api/courses/{id}/standards', { params: { path: { id: id.value } }, body }))
  await again()
  return 'Set.'
}
/** Something made of cord comes into the lesson that is shown, or goes out of it. */
const make = (made: Schemas['MadeIn'][]) => ask({ made })
const made = computed(() => view.value?.course.draft.made ?? [])
function addMade(e: Event) {
  const select = e.target as HTMLSelectElement
  const [project, lesson] = [select.value, shown.value?.number]
  select.value = ''
  if (project && lesson) return make([...made.value, { lesson, project }])
}
function leaveOut(project: string) {
  const at = made.value.findIndex((m) => m.lesson === shown.value?.number && m.project === project)
  return make(made.value.filter((_, i) => i !== at))
}
const ask = (change: Partial<Schemas['CourseDraft']>) => save({ draft: { ...view.value!.course.draft, ...change } })
async function addLearners() {
  const n = view.value?.learners.length ?? 0
  const ok = await attempt(() =>
    got(api.POST('/api/courses/{id}/learners', { params: { path: { id: id.value } }, body: { lines: names.value } })),
  )
  if (!ok) return
  names.value = ''
  const now = view.value?.learners.length ?? n
  await ask({ class: Math.max(Math.min(now, 60), 1) })
}
async function remove() {
  if (await attempt(() => got(api.DELETE('/api/courses/{id}', { params: { path: { id: id.value } } })))) return
  // It is gone: asking for it again says so.
  trouble.value = ''
  away.value = true
  teaching.leave()
}
async function bringBack() {
  await attempt(() => got(api.POST('/api/courses/{id}/restore', { params: { path: { id: id.value } } })))
  away.value = false
}
const piece = (l: Lesson, k: Lesson['knots'][number]) =>
  `${((l.held && k.taken ? k.taken : k.minutes) / view.value!.course.draft.minutes) * WHOLE}%`
useKeys([{ key: 'z', says: 'Undo the last move of a knot', run: () => byItself(undo()) }])
</script>

<template>
  <section v-if="away" class="page">
    <h1>The course is put away</h1>
    <div class="do mt-3">
      <BButton class="btn-tar" @click="bringBack">Undo</BButton><BButton class="btn-tab" @click="router.push('/teach')">Courses</BButton>
    </div>
  </section>
  <section v-else class="course">
    <NotCome what="The course" :trouble="view ? '' : notCome" @again="again" />
    <template v-if="view">
      <div class="course-says">
        <h1 class="visually-hidden">{{ view.course.name }}</h1>
        <p>
          In
          <label class="part"
            ><span class="visually-hidden">Lessons</span
            ><input
              type="number"
              min="1"
              max="24"
              :value="view.course.draft.lessons"
              @change="ask({ lessons: Number(($event.target as HTMLInputElement).value) })" /></label
          >lessons of
          <label class="part"
            ><span class="visually-hidden">Minutes of a lesson</span
            ><input
              type="number"
              min="20"
              max="480"
              :value="view.course.draft.minutes"
              @change="ask({ minutes: Number(($event.target as HTMLInputElement).value) })" /></label
          >min
          <b>{{ view.learners.length || view.course.draft.class }} learners</b>
          learn what they need for <b>{{ view.jobs.map((j) => j.name).join(' and ') || 'these knots' }}</b>,
          <select
            class="part"
            aria-label="What comes first"
            :value="view.course.draft.opening"
            @change="ask({ opening: ($event.target as HTMLSelectElement).value as 'use' })">
            <option v-for="o in view.openings" :key="o.id" :value="o.id">{{ o.words }}</option></select
          >,
          <select
            class="part"
            aria-label="How much is taken up"
            :value="view.course.draft.breadth"
            @change="ask({ breadth: ($event.target as HTMLSelectElement).value as 'few' })">
            <option v-for="o in view.breadths" :key="o.id" :value="o.id">{{ o.words }}</option></select
          >,
          <select
            class="part"
            aria-label="In which order"
            :value="view.course.draft.sorting"
            @change="ask({ sorting: ($event.target as HTMLSelectElement).value as 'ladder' })">
            <option v-for="o in view.sortings" :key="o.id" :value="o.id">{{ o.words }}</option></select
          >; it is tied again
          <select
            class="part"
            aria-label="How practice is spread"
            :value="view.course.spread"
            @change="save({ spread: ($event.target as HTMLSelectElement).value as 'spaced' })">
            <option v-for="o in view.spreads" :key="o.id" :value="o.id">{{ o.words }}</option></select
          >.
        </p>
      </div>
      <div class="course-body">
        <ol class="lessons">
          <li
            v-for="(l, i) in view.lessons"
            :key="l.id"
            :class="{ held: l.held, over: l.over, on: shown?.id === l.id, into: held && !l.held }"
            @dragover.prevent
            @drop="drop(i)">
            <button class="lesson-no" :aria-pressed="shown?.id === l.id" @click="opened = l.number">
              <b>{{ l.number }}</b><span>{{ l.day }}</span>
            </button>
            <div class="lesson-cord">
              <span v-for="k in l.knots" :key="k.knot" class="lesson-knot" :style="{ width: piece(l, k) }">
                <component
                  :is="l.held ? 'span' : 'button'"
                  class="name"
                  :draggable="!l.held"
                  :title="l.held ? undefined : 'Drag it to another lesson, or press an arrow key'"
                  @dragstart="lift($event, k.knot, i)"
                  @dragend="held = undefined"
                  @keydown="byKey($event, k.knot, i)"
                  >{{ k.name }}<small v-if="k.again"> again</small></component
                >
                <i class="cord-laid" /><i class="cord-tied" />
                <small class="min">{{ Math.round(l.held && k.taken ? k.taken : k.minutes) }} min</small>
              </span>
              <span
                v-for="m in l.made"
                :key="m.project"
                class="lesson-knot"
                :style="{ width: `${(m.minutes / view.course.draft.minutes) * WHOLE}%` }">
                <RouterLink class="name" :to="`/teach/projects/${m.project}`">{{ m.name }}</RouterLink>
                <i class="cord-laid" /><i class="cord-tied" />
                <small class="min">{{ Math.round(m.minutes) }} min</small>
              </span>
              <i class="post" :style="{ left: `${WHOLE}%` }" />
            </div>
            <p class="lesson-says">
              <b :class="{ 'v mid': l.over }">{{ l.says }}</b><span>{{ l.cord }}</span>
            </p>
          </li>
        </ol>
        <aside class="course-side">
          <p v-if="trouble" class="trouble m-0" role="alert">{{ trouble }}</p>
          <p v-if="view.gap" class="trouble m-0">{{ view.gap }}</p>
          <template v-if="shown">
            <h2>Lesson {{ shown.number }}{{ shown.over ? ` is ${Math.round(shown.over)} min over` : `, ${shown.day}` }}</h2>
            <dl class="minutes">
              <dt>Shown</dt>
              <dd>{{ Math.round(shown.parts.shown) }} min</dd>
              <dt>Tied guided</dt>
              <dd>{{ Math.round(shown.parts.guided) }} min</dd>
              <dt>Drilled on the real object</dt>
              <dd>{{ Math.round(shown.parts.drilled) }} min</dd>
              <dt>Tested, struck</dt>
              <dd>{{ Math.round(shown.parts.tested) }} min</dd>
            </dl>
            <p class="sub">{{ view.pace }}</p>
            <div class="do">
              <BButton class="btn-tar" :to="`/teach/lessons/${shown.id}`">{{ shown.held ? 'Its board' : 'Run it' }}</BButton>
              <BButton class="btn-tab" :to="`/teach/lessons/${shown.id}/sheet`">Handout</BButton>
            </div>
            <details v-if="shown.work.length" class="lesson-work">
              <summary>What is done, step by step</summary>
              <ol>
                <li v-for="(w, i) in shown.work" :key="i">
                  <b v-if="w.knot && w.knot !== shown.work[i - 1]?.knot">{{ shown.knots.find((k) => k.knot === w.knot)?.name }}. </b
                  >{{ w.says }}<small v-if="w.minutes"> {{ Math.max(1, Math.round(w.minutes)) }} min</small>
                </li>
              </ol>
            </details>
            <template v-if="shown.made.length || !shown.held">
              <h3>Made of cord</h3>
              <ul v-if="shown.made.length" class="made-ready">
                <li v-for="m in shown.made" :key="m.project">
                  <RouterLink :to="`/teach/projects/${m.project}`">{{ m.name }}</RouterLink>
                  <BButton v-if="!shown.held" class="btn-bare" :aria-label="`Leave out: ${m.name}`" @click="leaveOut(m.project)"
                    >Leave out</BButton
                  >
                </li>
              </ul>
              <select v-if="!shown.held" class="form-select" aria-label="Something made of cord" value="" @change="addMade">
                <option value="">Add something made of cord</option>
                <option v-for="p in view.projects" :key="p.id" :value="p.id" :disabled="shown.made.some((m) => m.project === p.id)">
                  {{ p.words }}
                </option>
              </select>
            </template>
            <template v-for="[what, says] in madeReady" :key="what">
              <h3 v-if="says.length">{{ what }}</h3>
              <ul v-if="says.length" class="made-ready">
                <li v-for="s in says" :key="s">{{ s }}</li>
              </ul>
            </template>
          </template>
          <h2>Standard</h2>
          <p>{{ view.standard_says }}.</p>
          <StandardForm :standard="view.course.standard" @save="(s) => save({ standard: s })" />
          <OwnStandards :view="view" @save="(s) => save({ standards: s })" />
          <TakeIn
            what="Standards from a file"
            hint="The names of the columns first, as in the file above. A row without a knot is the course’s own."
            :take="takeStandards" />
          <template v-if="view.jobs.length">
            <h2>Tests on a rig</h2>
            <ul class="made-ready">
              <li v-for="j in view.jobs" :key="j.id">
                <RouterLink :to="`/teach/${id}/test/${j.id}`">{{ j.name }}</RouterLink>
              </li>
            </ul>
          </template>
          <h2>Cord: {{ view.cord }}</h2>
          <BButton class="btn-bare ps-0" :to="`/teach/${id}/cord`">What it is cut from</BButton>
          <div class="do">
            <BButton class="btn-tab" :href="`/api/courses/${id}/calendar.ics`" download="course.ics">Calendar</BButton>
            <BButton class="btn-tab" @click="anew">Arrange anew</BButton>
            <BButton v-if="undone.length" class="btn-bare" @click="undo">Undo</BButton>
          </div>
          <details class="roster" :open="!view.learners.length">
            <summary>{{ view.learners.length ? `${view.learners.length} learners` : 'No learners yet. Paste a list of names.' }}</summary>
            <p v-if="view.learners.length" class="names">
              <template v-for="(l, i) in view.learners" :key="l.id"
                ><template v-if="i">, </template><RouterLink :to="`/learners/${l.id}`">{{ l.name }}</RouterLink></template
              >
            </p>
            <form @submit.prevent="addLearners">
              <label>More, a name a line <BFormTextarea v-model="names" rows="3" placeholder="Gwil, left" required /></label>
              <BButton type="submit" class="btn-tab">Add them</BButton>
            </form>
          </details>
          <BButton class="btn-bare ps-0" @click="remove">Put the course away</BButton>
        </aside>
      </div>
    </template>
  </section>
</template>
