<template>
  <section class="page">
    <h1>Nothing is tied here</h1>
    <p class="mt-3">
      This address leads nowhere. <RouterLink to="/">Choose a knot</RouterLink>, or <RouterLink to="/jobs">read the jobs</RouterLink>.
    </p>
  </section>
</template>
