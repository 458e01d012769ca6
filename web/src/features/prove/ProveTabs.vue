<template>
  <nav class="tabs" aria-label="Prove">
    <BButton class="btn-tab" :class="{ on: $route.name === 'drill' }" to="/prove">Spot the mistake</BButton>
    <BButton class="btn-tab" :class="{ on: $route.name === 'questions' }" to="/prove/questions">Questions</BButton>
    <BButton class="btn-tab" :class="{ on: $route.name === 'tied' }" to="/prove/tied">What have I tied?</BButton>
  </nav>
</template>
