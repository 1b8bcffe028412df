import type { MenuOf } from './desk/menu'

/** What the context menus offer: ids of actions, in groups. */
export const contextMenus: Readonly<Record<MenuOf, readonly (readonly string[])[]>> = {
  cell: [
    ['pose-blank', 'pose-copy', 'type'],
    ['frame-more', 'frame-less', 'hold', 'clear', 'put-in', 'take-out'],
    ['cut', 'copy', 'paste', 'paste-push'],
    ['repeat', 'copies-exchanged', 'select-drawing', 'own-drawing', 'number-all', 'note', 'more'],
    ['delete'],
  ],
  bar: [
    ['chart', 'role-breakdown', 'join'],
    ['earlier', 'later', 'tick-back', 'tick-toward'],
    ['own', 'draw-from', 'release', 'alike'],
    ['copy-spacing', 'paste-spacing', 'work'],
    ['delete'],
  ],
  card: [
    ['role-key', 'role-extreme', 'role-breakdown', 'join'],
    ['earlier', 'later', 'hold-next'],
    ['pose-copy', 'ghost-pin', 'side-tray', 'side-poses'],
    ['delete'],
  ],
  head: [
    ['column-settings', 'side-footage', 'side-mouths', 'side-cycles', 'column-hide', 'column-lock'],
    ['column-add', 'column-line-up', 'column-carry', 'column-let-go', 'cycle-take'],
    ['column-duplicate', 'column-copy', 'column-paste'],
    ['column-remove'],
  ],
  word: [
    ['word-hear', 'word-stress', 'side-reading'],
    ['word-split', 'word-join'],
    ['word-earlier', 'word-later', 'words-earlier', 'words-later'],
    ['mouths-expose', 'side-mouths'],
    ['word-delete', 'line-delete'],
  ],
  sound: [
    ['sound-hear', 'sound-mute', 'side-sound'],
    ['sound-here', 'sound-earlier', 'sound-later'],
    ['sound-trim-start', 'sound-trim-end'],
    ['beat-tap', 'beats-find', 'beats-off'],
    ['sound-delete'],
  ],
  picture: [
    ['pose-blank', 'pose-copy', 'role-breakdown', 'draw-from', 'tool-ties'],
    ['art-cut', 'art-copy', 'art-paste', 'art-all', 'art-delete'],
    ['mirror-figures', 'swap-sides', 'pin', 'art-bind', 'side-parts'],
    ['ghosts', 'ghost-pin', 'arcs', 'zoom-fit', 'zoom-actual', 'frame-edge', 'action-safe', 'steady', 'picture-only'],
    ['roughs', 'unfinish'],
  ],
}
