<script setup lang="ts">
// Which lashing: how poles meet and what they want to do, as a sentence; every lashing judged, with reasons.
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, type Schemas } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'
import ChoicePart from '../rig/ChoicePart.vue'
import '../../styles/lashing.css'

const route = useRoute()
const router = useRouter()
const query = computed(() => {
  const { meet, deg, wants } = route.query
  return {
    meet: (meet as Schemas['Meet'] | undefined) ?? undefined,
    deg: typeof deg === 'string' && deg ? Number(deg) : undefined,
    wants: (wants as Schemas['Wants'] | undefined) ?? undefined,
  }
})
const { answer, trouble, again } = useAsked(() => got(api.GET('/api/which-lashing', { params: { query: query.value } })))
watch(query, again)
const say = (more: Record<string, string>) => router.replace({ query: { ...route.query, ...more } })
const fits = computed(() => answer.value?.answers.filter((a) => a.fits) ?? [])
const others = computed(() => answer.value?.answers.filter((a) => !a.fits) ?? [])
</script>

<template>
  <section class="page which-lashing">
    <h1>Which lashing?</h1>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="answer">
      <p class="which-asked">
        Poles that <ChoicePart :value="answer.meet" label="How they meet" :of="answer.meets" @take="say({ meet: $event })" /><template
          v-if="answer.deg !== null && answer.deg !== undefined"
          >, at
          <input
            class="part"
            type="number"
            :min="answer.deg_within[0]"
            :max="answer.deg_within[1]"
            step="5"
            aria-label="Angle between them, degrees"
            :value="answer.deg"
            @change="say({ deg: ($event.target as HTMLInputElement).value })" />
          degrees,</template
        >
        and want to <ChoicePart :value="answer.wants" label="What they want to do" :of="answer.wishes" @take="say({ wants: $event })" />.
      </p>
      <ul class="which-fits">
        <li v-for="a in fits" :key="a.id" class="cloth">
          <KnotFigure :from="`/api/lashings/${a.id}/figure.svg`" />
          <div>
            <h2>
              <RouterLink :to="`/lashings/${a.id}`">{{ a.name }}</RouterLink>
            </h2>
            <p>{{ a.because }}</p>
            <p v-if="a.holds" class="sub">{{ a.holds }}</p>
          </div>
        </li>
      </ul>
      <p class="sub">{{ answer.caution }}</p>
      <h2>Not these</h2>
      <dl class="which-not">
        <template v-for="a in others" :key="a.id">
          <dt>
            <RouterLink :to="`/lashings/${a.id}`">{{ a.name }}</RouterLink>
          </dt>
          <dd>{{ a.because }}</dd>
        </template>
      </dl>
    </template>
  </section>
</template>
