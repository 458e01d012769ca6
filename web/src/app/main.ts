import 'bootstrap/dist/css/bootstrap.min.css'
import '@fontsource-variable/aleo/wght.css'
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '../styles/tokens.css'
import '../styles/look.css'
import '../styles/rope.css'
import '../styles/print.css'
import { createBootstrap } from 'bootstrap-vue-next/plugins/createBootstrap'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'

createApp(App).use(createPinia()).use(createBootstrap()).use(router).mount('#app')
