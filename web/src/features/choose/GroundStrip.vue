<script setup lang="ts">
// The other road: answers behind the third, and what does not fit, each with why.
import { computed, ref } from 'vue'
import IconChevron from '~icons/lucide/chevron-right'
import type { Drawn, KnotAnswer } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'
import VerdictMark from '../../ui/VerdictMark.vue'

const props = defineProps<{ more: KnotAnswer[]; ground: KnotAnswer[]; compared: string[]; drawn: Drawn }>()
const emit = defineEmits<{ take: [k: KnotAnswer]; compare: [id: string] }>()
const all = ref(false)
const rest = computed(() => props.more.length + Math.max(props.ground.length - 4, 0))
</script>

<template>
  <section class="ground" aria-label="What does not fit">
    <div class="ground-head">
      <h2>Does not fit here</h2>
      <BButton v-if="rest" class="btn-bare" variant="link" :aria-expanded="all" @click="all = !all">
        {{ all ? 'Fewer' : `and ${rest} more, with why` }} <IconChevron class="i" />
      </BButton>
    </div>
    <ul class="ground-row">
      <li v-for="k in ground.slice(0, 4)" :key="k.id">
        <RouterLink :to="`/knots/${k.id}`" class="thumb" :aria-label="`How to tie the ${k.name}`"
          ><KnotFigure :knot="k.id" :drawn-up="1" :on="drawn"
        /></RouterLink>
        <div>
          <h3>{{ k.name }}</h3>
          <p>{{ k.lead.says }}</p>
          <b v-if="k.would_fit">{{ k.would_fit }}</b>
        </div>
      </li>
    </ul>
    <div v-if="all" class="more">
      <template v-if="more.length">
        <h2>Also fit</h2>
        <ul class="list">
          <li v-for="k in more" :key="k.id">
            <div>
              <h3>
                <RouterLink :to="`/knots/${k.id}`">{{ k.name }}</RouterLink>
              </h3>
              <VerdictMark :answer="k" />
              <p>
                <template v-if="k.mended"
                  ><b>{{ k.mended.head }}</b> {{ k.mended.says }}. </template
                >{{ k.lead.says }}
              </p>
            </div>
            <span class="do">
              <BButton class="btn-tab" @click="emit('take', k)">Take this one</BButton>
              <BButton class="btn-bare" variant="link" :pressed="compared.includes(k.id)" @click="emit('compare', k.id)">Compare</BButton>
            </span>
          </li>
        </ul>
      </template>
      <h2>What does not fit, and why</h2>
      <ul class="list">
        <li v-for="k in ground" :key="k.id">
          <div>
            <h3>
              <RouterLink :to="`/knots/${k.id}`">{{ k.name }}</RouterLink>
            </h3>
            <p>
              {{ k.lead.says }} <b v-if="k.would_fit">{{ k.would_fit }}.</b>
            </p>
          </div>
          <span class="do"
            ><BButton class="btn-bare" variant="link" :pressed="compared.includes(k.id)" @click="emit('compare', k.id)"
              >Compare</BButton
            ></span
          >
        </li>
      </ul>
    </div>
  </section>
</template>
