<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { ChevronUp } from '@lucide/vue'
import CloseButton from './CloseButton.vue'
import { useMessages } from './messages'

/** The one place for messages. */
const messages = useMessages()
</script>

<template>
  <div
    class="flex min-h-[30px] min-w-0 flex-1 items-center gap-2 px-2"
    data-part="messages"
    data-tries
  >
    <div
      class="flex min-w-0 flex-1 items-center gap-2"
      role="status"
      aria-live="polite"
    >
      <template v-if="messages.current">
        <span
          class="h-4 w-[3px] shrink-0 rounded bg-ledger"
          aria-hidden="true"
        />
        <p
          :key="messages.current.key"
          class="min-w-0 truncate"
          :title="`${messages.current.text} ${messages.current.detail ?? ''}`"
          data-part="message"
        >
          <span class="font-semibold">{{ messages.current.text }}</span><span v-if="messages.current.detail">{{
            ` ${messages.current.detail}`
          }}</span>
        </p>
        <span
          v-if="messages.current.times > 1"
          class="shrink-0 rounded border border-edge px-1 font-mono text-[11px]"
          :title="`Told ${messages.current.times} times`"
          >× {{ messages.current.times }}</span
        >
      </template>
    </div>
    <!-- What is offered while nothing is told. -->
    <slot v-if="!messages.current" />
    <template v-if="messages.current">
      <button
        v-for="o in messages.current.offers ?? []"
        :key="o.label"
        type="button"
        class="push-button h-6 shrink-0"
        @click="messages.take(o)"
      >
        {{ o.label }}
      </button>
      <CloseButton
        label="Close the message"
        title="Close the message"
        @click="messages.close()"
      />
    </template>
    <Popover
      v-if="messages.earlier.length"
      v-slot="{ open }"
      as="div"
      class="relative shrink-0"
    >
      <PopoverButton
        class="push-button h-6 px-1.5 text-[12px] font-normal text-soft"
        :aria-label="`Earlier messages, ${messages.earlier.length}`"
        title="Earlier messages"
        ><ChevronUp :size="13" />{{ messages.earlier.length }}</PopoverButton
      >
      <PopoverPanel
        v-if="open"
        static
        class="floating-panel absolute right-0 bottom-7 w-96 p-2"
      >
        <ul
          class="max-h-72 space-y-1 overflow-y-auto"
          style="scrollbar-width: thin"
        >
          <li
            v-for="m in messages.earlier"
            :key="m.key"
          >
            <span class="font-medium">{{ m.text }}</span><span
              v-if="m.detail"
              class="text-soft"
              >{{ ` ${m.detail}` }}</span
            ><span v-if="m.times > 1">{{ ` × ${m.times}` }}</span
            ><button
              v-for="o in m.offers ?? []"
              :key="o.label"
              type="button"
              class="ml-1.5 font-medium text-ledger underline"
              @click="o.do"
            >
              {{ o.label }}
            </button>
          </li>
        </ul>
      </PopoverPanel>
    </Popover>
  </div>
</template>
