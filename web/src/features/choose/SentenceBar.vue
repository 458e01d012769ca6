<script setup lang="ts">
// The situation, said. Each part is a button; pressing one opens what it can be changed to.
import { computed, nextTick, onBeforeUnmount, ref, watch } from 'vue'
import IconClose from '~icons/lucide/x'
import { whenBack } from '../../api/away'
import { Trouble, api, got, unanswered, words, type Draft, type Fragment, type OptionWords } from '../../api/client'
import { byItself } from '../../app/told'

const props = defineProps<{ sentence: Fragment[]; draft: Draft }>()
const emit = defineEmits<{ say: [draft: Draft] }>()

const open = ref<string>()
const list = ref<OptionWords[]>([])
const typedIn = ref<Record<string, string>>({})
const refused = ref('')
const panel = ref<HTMLElement>()
const here = computed(() => props.sentence.find((f) => f.part === open.value))

async function toggle(f: Fragment) {
  if (!f.part || open.value === f.part) return close()
  list.value = []
  open.value = f.part
  typedIn.value = said(f)
  refused.value = ''
  await ask(f.part)
  await nextTick()
  if (panel.value?.contains(document.activeElement)) return
  const pressed = panel.value?.querySelector<HTMLElement>('[aria-pressed=true]')
  ;(pressed ?? panel.value?.querySelector<HTMLElement>('li button, input'))?.focus()
}

async function ask(part: string) {
  try {
    const options = await got(api.POST('/api/choose/options', { body: { draft: props.draft, part } }))
    if (open.value === part) list.value = options
  } catch (e) {
    if (open.value === part) refused.value = words(e)
  }
}
const said = (f?: Fragment) => Object.fromEntries((f?.numbers ?? []).map((n) => [n.field, String(n.value)]))
// What is being typed stays until the sentence says another number.
watch(
  () => JSON.stringify(said(here.value)),
  () => (typedIn.value = said(here.value)),
)
watch(
  () => props.draft,
  () => (open.value ? ask(open.value) : undefined),
)

function close() {
  const was = open.value
  open.value = undefined
  byItself(nextTick(() => document.querySelector<HTMLElement>(`[data-part="${was}"]`)?.focus()))
}

function choose(o: OptionWords) {
  emit('say', o.draft)
  if (open.value !== 'object') close()
}

/** What could not be asked for is asked for again. */
let later: (() => Promise<void>) | undefined
onBeforeUnmount(
  whenBack(async () => {
    const todo = later
    later = undefined
    refused.value = ''
    await todo?.()
    if (open.value) await ask(open.value)
  }),
)

/** Puts a typed number into its field; the server knows the reader's unit. */
async function typed(field: string) {
  const text = (typedIn.value[field] ?? '').trim()
  const value = Number(text.replace(',', '.'))
  if (text === '' || Number.isNaN(value)) return
  try {
    emit('say', await got(api.POST('/api/choose/typed', { body: { draft: props.draft, field, value } })))
    refused.value = ''
  } catch (e) {
    refused.value = e instanceof Trouble ? (e.faults[0]?.says ?? e.message) : String(e)
    if (unanswered(e)) later = () => typed(field)
  }
}

const gap = (f: Fragment, i: number) => (i > 0 && !/^[.,]/.test(f.words) ? ' ' : '')
</script>

<template>
  <section class="speech" aria-label="The situation" @keydown.esc="open && close()">
    <p class="sentence">
      <template v-for="(f, i) in sentence" :key="f.part ?? i"
        >{{ gap(f, i)
        }}<button
          v-if="f.part"
          type="button"
          class="part"
          :class="{ open: open === f.part }"
          :data-part="f.part"
          :aria-label="`${f.label}: ${f.words}`"
          :aria-expanded="open === f.part"
          @click="toggle(f)">
          {{ f.words }}</button
        ><template v-else>{{ f.words }}</template></template
      >
      <slot />
    </p>
    <div v-if="open && here" ref="panel" class="choices">
      <div class="choices-head">
        <h2>{{ here.label }}</h2>
        <BButton class="btn-bare" variant="link" aria-label="Close" @click="close"><IconClose class="i" /></BButton>
      </div>
      <form v-for="n in here.numbers" :key="n.field" class="typed" @submit.prevent="typed(n.field)">
        <label :for="`typed-${n.field}`">{{ n.label }}, {{ n.unit }}</label>
        <BFormInput :id="`typed-${n.field}`" v-model="typedIn[n.field]" inputmode="decimal" autocomplete="off" />
        <BButton type="submit" class="btn-tab">Set</BButton>
      </form>
      <p v-if="refused" class="trouble" role="alert">{{ refused }}</p>
      <ul>
        <li v-for="o in list" :key="o.words">
          <button type="button" :aria-pressed="o.on" :class="{ on: o.on }" @click="choose(o)">
            <span>{{ o.words }}</span><small>{{ o.leads ? `${o.leads} leads` : 'nothing fits' }}</small>
          </button>
        </li>
      </ul>
    </div>
  </section>
</template>
