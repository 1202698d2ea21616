import '@fontsource-variable/bricolage-grotesque'
import '@fontsource-variable/hanken-grotesk'
import 'element-plus/theme-chalk/base.css'
import '@/style/tokens.css'
import '@/style/base.css'
import '@/style/element.css'
import '@/style/families.css'

import { VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'

import App from '@/App.vue'
import { queryOptions } from '@/api/client'
import { router } from '@/router'
import { i18n } from '@/text'

// Without a connection the application still opens.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  void navigator.serviceWorker.register('/sw.js').catch(() => undefined)

createApp(App).use(router).use(i18n).use(VueQueryPlugin, queryOptions).mount('#app')
