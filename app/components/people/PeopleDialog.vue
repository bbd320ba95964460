<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { ListedPerson } from '#core/document/people'
import { ROLES, type Role } from '#core/document/roles'
import { reasonOf } from '~/words/reasonOf'
import { useCopying } from '~/composables/useCopying'
import { useMe } from '~/stores/me'
import { peopleServer } from '~/api/people'
import { sentence } from '#core/document/sentence'

/** Who works here; an owner adds people, says what they may do, and takes them out. */
const emit = defineEmits<{ close: [] }>()
const me = useMe()
const people = ref<ListedPerson[] | null>(null)
const problem = ref<string | null>(null)
const name = ref('')
const role = ref<Role>('designer')
/** The link that was made last, shown once: it is stored nowhere. */
const link = ref<{ name: string; address: string } | null>(null)
/** The outcome of the last action, and who was taken out by it: notices lie behind what covers the page. */
const outcome = ref<{ words: string; isProblem: boolean; out: ListedPerson | null } | null>(null)
const { copy } = useCopying()
const roles = ROLES.map(value => ({ value, title: sentence(value) }))

const load = async (): Promise<void> => {
  problem.value = null
  try {
    people.value = await peopleServer.people()
  } catch (error) {
    problem.value = reasonOf(error)
  }
}
const made = (of: string, token: string): void => {
  link.value = { name: of, address: `${location.origin}/welcome/${token}` }
}
const attempt = async (work: () => Promise<void>): Promise<void> => {
  outcome.value = null
  try {
    await work()
  } catch (error) {
    outcome.value = { words: reasonOf(error), isProblem: true, out: null }
  }
}
const add = (): Promise<void> =>
  attempt(async () => {
    const { person, token } = await peopleServer.addPerson(name.value.trim(), role.value)
    made(person.name, token)
    name.value = ''
    await load()
  })
const linkFor = (person: ListedPerson): Promise<void> =>
  attempt(async () => made(person.name, await peopleServer.welcomeAgain(person.id)))
const change = (person: ListedPerson, to: { role?: Role; gone?: boolean }): Promise<void> =>
  attempt(async () => {
    if (to.role) person.role = to.role
    try {
      await peopleServer.changePerson(person.id, to)
      if (to.gone)
        outcome.value = {
          words: `${person.name} was removed and signed out everywhere.`,
          isProblem: false,
          out: person,
        }
      if (person.id === me.person?.id) await me.ask()
    } finally {
      await load() // what could not be changed is shown as it is
    }
  })
onMounted(load)
</script>

<template>
  <DialogFrame title="People" test="people" wide @close="emit('close')">
    <p v-if="problem" class="flex items-center gap-3" role="alert">
      <span>▲ {{ problem }}</span
      ><button class="control" @click="load">Try again</button>
    </p>
    <p v-else-if="!people" role="status">Loading people…</p>
    <ul v-else class="grid max-h-[40vh] content-start overflow-y-auto border-y border-line">
      <li
        v-for="person in people"
        :key="person.id"
        class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line py-2 last:border-0"
        data-test="person"
      >
        <PersonMark :name="person.name" />
        <span class="grid min-w-32 grow"
          ><b class="wrap-anywhere font-semibold"
            >{{ person.name }}<template v-if="person.id === me.person?.id"> (you)</template></b
          ><span class="text-caption text-quiet"
            ><template v-if="!person.isSet">No password yet</template
            ><template v-else-if="person.seenAt">Last seen <TimeStamp :at="person.seenAt" /></template
            ><template v-else>Not signed in</template></span
          ></span
        >
        <template v-if="me.owns">
          <SelectField
            :model-value="person.role"
            :choices="roles"
            :label="`Role of ${person.name}`"
            @update:model-value="change(person, { role: $event })"
          />
          <button class="control" :aria-label="`New link for ${person.name}`" @click="linkFor(person)">New link</button>
          <button class="control" :aria-label="`Remove ${person.name}`" @click="change(person, { gone: true })">
            Remove
          </button>
        </template>
        <span v-else>{{ person.role }}</span>
      </li>
    </ul>
    <p
      v-if="outcome"
      class="flex items-center gap-3"
      :role="outcome.isProblem ? 'alert' : 'status'"
      data-test="people-outcome"
    >
      <span>{{ outcome.isProblem ? '▲ ' : '' }}{{ outcome.words }}</span
      ><button v-if="outcome.out" class="control" @click="change(outcome.out, { gone: false })">Restore access</button>
    </p>
    <div v-if="link" class="grid gap-1 border border-strong p-3" role="status" data-test="person-link">
      <p>
        A link for <b>{{ link.name }}</b> to set a password. It works once, for 7 days, and is shown only now.
      </p>
      <span class="flex gap-2"
        ><input
          class="field min-w-0 grow"
          readonly
          :value="link.address"
          aria-label="The link"
          @focus="($event.target as HTMLInputElement).select()"
        /><button class="control" @click="copy(link.address, 'Link copied.')">Copy</button></span
      >
    </div>
    <form v-if="me.owns" class="flex flex-wrap items-end gap-2" @submit.prevent="add">
      <label class="grid min-w-40 grow gap-1"
        >Add a person<input
          v-model="name"
          class="field font-sans!"
          placeholder="Name"
          autocomplete="off"
          maxlength="120"
          required
          data-test="person-name"
      /></label>
      <SelectField v-model="role" :choices="roles" label="Role" data-test="person-role" />
      <button class="control primary">Add</button>
    </form>
    <p class="text-caption text-quiet">
      Viewers can see everything and change nothing. Designers can edit projects. Owners also manage people.
    </p>
    <p class="text-right"><button class="control" @click="emit('close')">Close</button></p>
  </DialogFrame>
</template>
