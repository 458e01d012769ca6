<script setup lang="ts">
// The situation, said. Each part is a button; pressing one opens what it can be changed to.
import { computed, nextTick, ref, watch } from 'vue'
import IconClose from '~icons/lucide/x'
import { api, got, type Draft, type Fragment, type OptionWords } from '../../api/client'

const props = defineProps<{ sentence: Fragment[]; draft: Draft }>()
const emit = defineEmits<{ say: [draft: Draft] }>()

const open = ref<string>()
const list = ref<OptionWords[]>([])
const number = ref('')
const panel = ref<HTMLElement>()
const here = computed(() => props.sentence.find((f) => f.part === open.value))

async function toggle(f: Fragment) {
  if (!f.part || open.value === f.part) return close()
  list.value = []
  open.value = f.part
  number.value = said(f)
  await ask(f.part)
  await nextTick()
  if (panel.value?.contains(document.activeElement)) return
  const pressed = panel.value?.querySelector<HTMLElement>('[aria-pressed=true]')
  ;(pressed ?? panel.value?.querySelector<HTMLElement>('li button, input'))?.focus()
}

async function ask(part: string) {
  const options = await got(api.POST('/api/choose/options', { body: { draft: props.draft, part } }))
  if (open.value !== part) return
  list.value = options
}
const said = (f?: Fragment) => String(f?.number?.value ?? '')
// What is being typed stays until the sentence says another number.
watch(() => said(here.value), (is) => (number.value = is))
watch(() => props.draft, () => open.value && void ask(open.value))

function close() {
  const was = open.value
  open.value = undefined
  void nextTick(() => document.querySelector<HTMLElement>(`[data-part="${was}"]`)?.focus())
}

function choose(o: OptionWords) {
  emit('say', o.draft)
  if (open.value !== 'object') close()
}

/** Puts a typed number into its field of the draft, as `cord.diameter_mm` names it. */
function typed() {
  const field = here.value?.number?.field
  const value = Number(number.value.replace(',', '.'))
  if (!field || number.value.trim() === '') return
  const next = structuredClone(JSON.parse(JSON.stringify(props.draft))) as Draft
  const [first, second] = field.split('.') as [keyof Draft, string?]
  if (second) Object.assign((next[first] ??= { ...next.cord } as never) as object, { [second]: value })
  else Object.assign(next, { [first]: value })
  emit('say', next)
}

const gap = (f: Fragment, i: number) => (i > 0 && !/^[.,]/.test(f.words) ? ' ' : '')
</script>

<template>
  <section class="speech" aria-label="The situation" @keydown.esc="open && close()">
    <p class="sentence">
      <template v-for="(f, i) in sentence" :key="f.part ?? i">{{ gap(f, i) }}<button
          v-if="f.part" type="button" class="part" :class="{ open: open === f.part }" :data-part="f.part"
          :aria-label="`${f.label}: ${f.words}`" :aria-expanded="open === f.part" @click="toggle(f)"
        >{{ f.words }}</button><template v-else>{{ f.words }}</template></template>
      <slot />
    </p>
    <div v-if="open && here" ref="panel" class="choices">
      <div class="choices-head">
        <h2>{{ here.label }}</h2>
        <BButton class="btn-bare" variant="link" aria-label="Close" @click="close"><IconClose class="i" /></BButton>
      </div>
      <form v-if="here.number" class="typed" @submit.prevent="typed">
        <label :for="`typed-${open}`">{{ here.number.label }}, {{ here.number.unit }}</label>
        <BFormInput :id="`typed-${open}`" v-model="number" inputmode="decimal" autocomplete="off" />
        <BButton type="submit" class="btn-tab">Set</BButton>
      </form>
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
