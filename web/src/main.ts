import '@fontsource-variable/atkinson-hyperlegible-mono'
import '@fontsource-variable/atkinson-hyperlegible-next'
import 'vuetify/styles'
import './themes/base.css'

import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

import App from './App.vue'
import { keepPage } from './api/worker'
import { router } from './router'
import { themes } from './themes'

const vuetify = createVuetify({
  theme: { defaultTheme: 'dusk', themes },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    VTextField: { variant: 'outlined', density: 'comfortable', hideDetails: 'auto' },
    VTextarea: {
      variant: 'outlined',
      density: 'comfortable',
      hideDetails: 'auto',
      rows: 2,
      autoGrow: true,
    },
    VSelect: {
      variant: 'outlined',
      density: 'comfortable',
      hideDetails: 'auto',
      menuProps: { transition: false },
    },
    // what still moves is hit beside itself: a press ends where it did not begin, and does nothing
    VMenu: { transition: false },
    VBtn: { variant: 'outlined', rounded: 'sm', ripple: false, minHeight: 44 },
  },
})

keepPage()
createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app')
