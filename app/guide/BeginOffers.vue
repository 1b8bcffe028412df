<script setup lang="ts">
import { FolderOpen, Pencil, PersonStanding, Upload } from '@lucide/vue'
import { useDesk } from '~/desk/desk'
import { beginnings } from './offers'

/** What an empty shot can begin with. */
const desk = useDesk()
</script>

<template>
  <div
    class="flex shrink-0 flex-wrap items-center gap-1.5"
    role="group"
    aria-label="Begin with"
  >
    <button
      type="button"
      class="push-button h-6"
      :disabled="!desk.column || desk.column.locked"
      @click="beginnings.figure(desk)"
    >
      <PersonStanding :size="13" />Place a figure
    </button>
    <button
      type="button"
      class="push-button h-6"
      @click="beginnings.draw()"
    >
      <Pencil :size="13" />Draw
    </button>
    <button
      type="button"
      class="push-button h-6"
      @click="beginnings.import()"
    >
      <Upload :size="13" />Import
    </button>
    <button
      type="button"
      class="push-button h-6"
      @click="beginnings.sample()"
    >
      <FolderOpen :size="13" />Open the sample
    </button>
  </div>
</template>
