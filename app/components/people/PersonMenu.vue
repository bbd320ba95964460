<script setup lang="ts">
import { computed, ref } from 'vue'
import { useMe } from '~/stores/me'

/** Who one is here, and what one does about that; nothing where nobody is asked. */
const me = useMe()
const shown = ref<'people' | 'own' | null>(null)
const choices = computed(() => [
  { title: 'People…', act: () => void (shown.value = 'people') },
  { title: 'Password and sign-ins…', act: () => void (shown.value = 'own') },
  { title: 'Sign out', apart: true, act: () => void me.signOut(false) },
])
</script>

<template>
  <template v-if="me.person">
    <MenuList
      class="control bare px-1.5"
      :aria-label="`You are ${me.person.name}, ${me.person.role}`"
      :title="`${me.person.name}, ${me.person.role}`"
      :choices="choices"
      data-test="person-menu"
      ><PersonMark :name="me.person.name"
    /></MenuList>
    <LazyPeopleDialog v-if="shown === 'people'" @close="shown = null" />
    <LazyOwnDialog v-if="shown === 'own'" @close="shown = null" />
  </template>
</template>
