<script setup lang="ts">
import { computed } from 'vue'
import { navigateTo } from '#imports'
import { useNotices } from '~/stores/notices'
import { useProjectSession } from '~/stores/session'
import { useSaving } from '~/stores/saving'

const saving = useSaving()
const notices = useNotices()
const session = useProjectSession()
const conflict = computed(() => (saving.state.kind === 'conflict' ? saving.state : null))

const openTheirs = async (): Promise<void> => {
  const id = session.id
  if (id) await notices.attempt(() => session.open(id))
}
const openMine = async (): Promise<void> => {
  const copy = conflict.value?.copy
  if (copy) await navigateTo(`/project/${copy.id}/compose`)
}
</script>

<template>
  <DialogFrame title="Changed elsewhere" test="conflict">
    <template v-if="conflict?.copy">
      <p>
        This project was changed elsewhere while you worked here. Both versions are kept: yours is now a project of its
        own, “{{ conflict.copy.document.name }}”.
      </p>
      <p class="flex gap-2">
        <button class="control primary" @click="openMine">Continue with mine</button
        ><button class="control" @click="openTheirs">Open the other version</button>
      </p>
    </template>
    <template v-else>
      <p>
        This project was changed elsewhere while you worked here. Yours is being kept as a project of its own;
        {{
          conflict?.why ? `that didn’t work yet: ${conflict.why} It will be tried again automatically.` : 'one moment.'
        }}
      </p>
      <button class="control" disabled>Keeping yours…</button>
    </template>
  </DialogFrame>
</template>
