<script setup lang="ts">
import { computed, onUnmounted } from 'vue'
import { useChecking } from '~/stores/checking'
import { useHistory } from '~/stores/history'

/** Problems of the scheme in use, what is worst first, and what was put aside. */
const checking = useChecking()
const history = useHistory()
const notes = computed(() => history.settled?.check.aside ?? {})
const undecided = computed(() =>
  Object.entries(history.settled?.check.lettering ?? {})
    .filter(([, is]) => !is)
    .map(([key]) => key),
)
onUnmounted(() => history.preview(null))
</script>

<template>
  <div class="grid content-start gap-2">
    <p v-if="checking.problem" class="flex items-center gap-2" role="alert">
      ▲ The check failed: {{ checking.problem }}<button class="control" @click="checking.again">Try again</button>
    </p>
    <p v-if="checking.pressProblem" class="text-caption" role="status">
      ▲ Print could not be checked: {{ checking.pressProblem }} Everything else was.
    </p>
    <p v-if="checking.isOnStandIn" class="text-caption text-quiet">
      There is no artwork yet; these findings are for the stand-in.
    </p>
    <p
      v-if="!checking.open.length && !checking.problem"
      class="border border-dashed border-line p-6 text-center"
      role="status"
    >
      {{ checking.asked ? (checking.busy ? 'Checking…' : 'No problems found.') : 'Nothing to check yet.' }}
    </p>
    <MendPanel v-if="checking.open.length > 1" />
    <ul v-if="checking.open.length" aria-label="Findings" data-test="findings">
      <FindingLine
        v-for="finding in checking.open"
        :key="finding.key"
        :finding="finding"
        :fixes="checking.fixes.get(finding.key)"
      />
    </ul>
    <details v-if="checking.aside.length || undecided.length" data-test="aside">
      <summary class="cursor-pointer text-caption leading-7 text-quiet">
        Set aside: {{ checking.aside.length + undecided.length }}
      </summary>
      <ul>
        <li v-for="finding in checking.aside" :key="finding.key" class="flex items-center gap-2 py-1 text-caption">
          <span class="min-w-0 grow"
            >{{ finding.words }}
            <i v-if="notes[finding.key]?.note" class="text-quiet">“{{ notes[finding.key]?.note }}”</i></span
          >
          <button class="control small px-2!" @click="checking.takeUp(finding)">Bring back</button>
        </li>
        <li v-for="key in undecided" :key="key" class="flex items-center gap-2 py-1 text-caption">
          <span class="min-w-0 grow">Not lettering: {{ checking.namesIn(key) }}</span>
          <button class="control small px-2!" @click="history.run({ do: 'say lettering', key, is: null })">
            Treat as lettering again
          </button>
        </li>
      </ul>
    </details>
  </div>
</template>
