<script setup lang="ts">
import { useDark, useToggle } from '@vueuse/core'
import { ElConfigProvider } from 'element-plus'
import german from 'element-plus/es/locale/lang/de'
import { computed, ref, watch, watchEffect } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, RouterView, useRoute } from 'vue-router'

import { useBusy } from '@/api/busy'
import { whenSignedOut } from '@/api/client'
import { forgetClients, forgetDrafts } from '@/api/leaving'
import { useSession, useSignOut } from '@/api/queries'
import { useMay } from '@/api/staff'
import FindClient from '@/parts/FindClient.vue'
import KeyList from '@/parts/KeyList.vue'
import Problem from '@/parts/Problem.vue'
import Bench from '@/places/today/Bench.vue'
import FirstOwner from '@/places/signin/FirstOwner.vue'
import SignIn from '@/places/signin/SignIn.vue'
import { region } from '@/text/region'
import { zone } from '@/text/zone'
import { speak } from '@/text'
import { forgetWishes } from '@/wish/useWish'

const { locale, t } = useI18n()
const route = useRoute()
const session = useSession()
const signOut = useSignOut()
const may = useMay()
const busy = useBusy()
const dark = useDark()
const toggleDark = useToggle(dark)
const keysOpen = ref(false)

const places = computed(() =>
  [
    { to: '/today', name: 'app.today', open: may.value.read('day') },
    { to: '/clients', name: 'app.clients', open: may.value.read('clients') },
    { to: '/products', name: 'app.shelf', open: may.value.read('shelf-matches') },
    { to: '/results', name: 'app.results', open: may.value.read('visits') },
    { to: '/salon', name: 'app.salon', open: may.value.write('salon') },
  ].filter((place) => place.open),
)

/** A page whose work is for others says so, and is not drawn at all. */
const notForThem = computed(() => {
  const writes = route.meta.writes as string | undefined
  return Boolean(writes) && !may.value.write(writes ?? '')
})
/** A place is where one is, and everything below it. */
const here = (to: string) =>
  route.path === to ||
  route.path.startsWith(`${to}/`) ||
  (to === '/today' && route.path === '/week')

/** Who was signed in when the server forgot: what they typed stays, behind the sign-in. */
const before = ref<string>()
const inside = computed(() => session.data.value?.signed_in ?? false)
/** Who does not come back within a quarter of an hour finds nothing here any more. */
const COMES_BACK_MS = 15 * 60_000
let patience: ReturnType<typeof setTimeout> | undefined
/** The session has ended, here or elsewhere: client data leaves this device. */
async function leftBehind() {
  if (before.value === undefined) return forgetDrafts()
  patience ??= setTimeout(() => {
    void forgetDrafts().then(() => window.location.assign('/'))
  }, COMES_BACK_MS)
  return forgetClients()
}
const forgotten = computed(() => !inside.value && before.value !== undefined)
watch(
  () => session.data.value,
  (now) => {
    zone.value = now?.salon?.zone ?? zone.value
    region.value = now?.region ?? region.value
    if (now && !now.signed_in) void leftBehind()
    if (!now?.signed_in) return
    clearTimeout(patience)
    // Somebody else has nothing to do with what was typed here.
    if (before.value !== undefined && before.value !== now.name) window.location.assign('/')
    before.value = now.name
  },
  { immediate: true },
)
/** Words of the components: “Select”, “No data”. */
const ownWords = computed(() => (locale.value === 'de' ? german : undefined))
// The page of a client is in the client's language.
watchEffect(() => {
  const language = session.data.value?.language
  if (language && !route.meta.open) void speak(language)
})
whenSignedOut(() => void session.refetch())

async function leave() {
  forgetWishes()
  before.value = undefined
  await signOut.mutateAsync()
  await session.refetch()
}
</script>

<template>
  <ElConfigProvider :locale="ownWords" :button="{ autoInsertSpace: false }">
    <!-- For clients, who have no account. -->
    <RouterView v-if="route.meta.open" />
    <Problem
      v-else-if="session.error.value"
      :error="session.error.value"
      @retry="session.refetch()"
    />
    <FirstOwner v-else-if="session.data.value?.first" />
    <SignIn v-else-if="session.data.value && !inside && !forgotten" />
    <template v-else-if="session.data.value">
      <div v-if="forgotten" class="again"><SignIn again /></div>
      <a class="sr skip" href="#content">{{ t('app.skip') }}</a>
      <header v-if="!route.meta.bare" class="top">
        <RouterLink to="/" class="brand">
          <svg viewBox="0 0 26 20" width="24" height="18" aria-hidden="true">
            <path fill="currentColor" d="M1 3h6v14H1zM10 3h6v14h-6zM19 3h6v14h-6z" />
            <path fill="var(--ink-2)" d="M7 3l2 2v12H7zM16 3l2 2v12h-2z" />
          </svg>
          {{ t('app.name') }}
        </RouterLink>
        <nav :aria-label="t('app.places')">
          <RouterLink
            v-for="place in places"
            :key="place.to"
            :to="place.to"
            :class="{ here: here(place.to) }"
            :aria-current="here(place.to) ? 'true' : undefined"
          >
            {{ t(place.name) }}
          </RouterLink>
        </nav>
        <div class="find"><FindClient /></div>
        <RouterLink to="/me" class="me" :class="{ here: here('/me') }">
          {{ session.data.value.name }}
          <span class="salon quiet">{{ session.data.value.salon?.name }}</span>
        </RouterLink>
        <button class="plain quiet word" type="button" @click="toggleDark()">
          {{ dark ? t('app.light') : t('app.dark') }}
        </button>
        <button class="plain quiet word keys" type="button" @click="keysOpen = true">
          {{ t('app.keys') }}
        </button>
        <button class="plain quiet word" type="button" @click="leave">
          {{ t('app.signOut') }}
        </button>
      </header>
      <p v-if="busy" class="busy" role="status">{{ t('app.busy') }}</p>
      <main id="content" tabindex="-1">
        <p v-if="notForThem" class="quiet wait" role="alert">{{ t('app.notForYou') }}</p>
        <RouterView v-else />
      </main>
      <Bench v-if="may.read('day')" />
    </template>
    <p v-else class="quiet wait" role="status">{{ t('app.loading') }}</p>
    <KeyList v-model="keysOpen" />
  </ElConfigProvider>
</template>

<style scoped>
.busy {
  margin: 0;
  padding: 8px 16px;
  background: var(--remind-ground);
}
.again {
  position: fixed;
  inset: 0;
  z-index: 3000;
  overflow: auto;
  background: var(--ground);
}
.top {
  display: flex;
  align-items: center;
  gap: 20px;
  height: 48px;
  padding: 0 var(--page);
  border-bottom: 1px solid var(--line);
}
.brand {
  display: flex;
  align-items: center;
  gap: 8px;
  font: 700 19px var(--display);
  text-decoration: none;
  white-space: nowrap;
}
nav {
  display: flex;
  gap: 24px;
  align-self: stretch;
  margin-right: auto;
  padding-left: 12px;
}
nav a {
  display: grid;
  place-items: center;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
  color: var(--ink-2);
  font-weight: 600;
  text-decoration: none;
  white-space: nowrap;
}
nav a.here {
  border-bottom-color: var(--ink);
  color: var(--ink);
}
.find {
  flex: 0 1 240px;
  min-width: 120px;
}
.me {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  font-weight: 600;
  text-decoration: none;
}
.me:hover {
  text-decoration: underline;
}
.me .salon {
  font-weight: 400;
}
.salon,
.word {
  white-space: nowrap;
}
.word {
  min-height: 44px;
}
.word:hover {
  color: var(--ink);
}
main {
  padding: 16px var(--page) 88px;
  outline: 0;
}
.wait {
  padding: 40px var(--page);
}
.skip:focus {
  position: fixed;
  inset: 4px auto auto 4px;
  z-index: 10;
  width: auto;
  height: auto;
  padding: 8px;
  clip-path: none;
  background: var(--paper);
}
@media print {
  .top {
    display: none;
  }
  main {
    padding: 0;
  }
}
@media (max-width: 900px) {
  .salon {
    display: none;
  }
  .top {
    flex-wrap: wrap;
    gap: 0 12px;
    height: auto;
    min-height: 48px;
  }
  nav a {
    min-height: 48px;
  }
  nav {
    gap: 16px;
    padding-left: 4px;
  }
  .find {
    flex: 1 1 80px;
    width: auto;
    min-width: 80px;
  }
  .keys {
    display: none;
  }
}
@media (max-width: 640px) {
  .top {
    flex-wrap: wrap;
    gap: 0 16px;
    height: auto;
    padding-top: 2px;
  }
  .brand {
    margin-right: auto;
  }
  nav {
    order: 1;
    flex: 1 0 100%;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0 4px;
    margin: 0;
    padding: 0;
  }
  nav a {
    min-height: 44px;
  }
  .find {
    order: 2;
    flex: 1 0 100%;
    width: auto;
    padding-bottom: 6px;
  }
}
</style>
