<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { server } from '~/sync/server'
import type { SheetTable } from '~/sheet/read-sheet'
import { sheetTable } from '~/sheet/read-sheet'
import { useTheme } from '~/ui/useTheme'

/** The sheet of a shot as a plain table: to be read aloud, searched, copied. */
useTheme()
const { id } = useRoute().params as { id: string }
const table = shallowRef<SheetTable | null>(null)
const failed = ref('')
useHead({ title: () => `${table.value ? `Sheet of ${table.value.name}` : 'Sheet'} · Fintro` })
onMounted(async () => {
  try {
    const read = sheetTable((await server.shot(id)).document)
    if (typeof read === 'string') failed.value = read
    else table.value = read
  } catch (error) {
    failed.value = (error as Error).message
  }
})
</script>

<template>
  <main class="p-4">
    <h1 class="text-[18px] font-semibold">{{ table ? `Sheet of ${table.name}` : 'Sheet' }}</h1>
    <p class="mt-1">
      <NuxtLink
        :to="`/shots/${id}`"
        class="font-medium text-ledger underline"
        >To the desk of this shot</NuxtLink
      >
    </p>
    <p
      v-if="failed"
      class="mt-4"
      role="alert"
    >
      The sheet cannot be shown. {{ failed }}
    </p>
    <p
      v-else-if="!table"
      class="mt-4"
      role="status"
    >
      Loading …
    </p>
    <div
      v-else
      class="mt-3 overflow-x-auto"
      role="region"
      aria-label="The table"
      tabindex="0"
    >
      <table class="border-collapse text-left">
        <caption class="pb-1 text-left text-soft">
          As it is stored now, in the plan
          {{
            table.plan
          }}: frames down, columns across
        </caption>
        <thead>
          <tr>
            <th
              scope="col"
              class="border border-rule px-2"
            >
              Frame
            </th>
            <th
              scope="col"
              class="border border-rule px-2"
            >
              Action notes
            </th>
            <th
              v-if="table.heard"
              scope="col"
              class="border border-rule px-2"
            >
              Sound
            </th>
            <th
              v-for="(c, i) in table.columns"
              :key="i"
              scope="col"
              class="border border-rule px-2"
            >
              {{ c }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="r in table.rows"
            :key="r.frame"
          >
            <th
              scope="row"
              class="border border-rule px-2 text-right font-mono"
            >
              {{ r.frame }}
            </th>
            <td class="border border-rule px-2">{{ r.notes }}</td>
            <td
              v-if="table.heard"
              class="border border-rule px-2"
            >
              {{ r.sounds }}
            </td>
            <td
              v-for="(c, i) in r.cells"
              :key="i"
              class="border border-rule px-2"
            >
              {{ c }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </main>
</template>
