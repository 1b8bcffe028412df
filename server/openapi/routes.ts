import { z } from 'zod'
import { hashSchema, idSchema, shotIdSchema } from '#core/basic'
import { strokeSchema } from '#core/stroke'
import { commitSchema, MAX_COMMANDS } from '../commits/commit'
import * as forms from '../http/forms'
import { sentSchema } from '../media/strokes'
import { newShotSchema } from '../shots/shots'
import * as answers from './answers'

/** What a route answers when all is well: JSON of a form, or something else by its media types. */
type Given = { readonly form: z.ZodType } | { readonly types: readonly string[] }
/** What comes as the body of a request. */
type Brought = { readonly form: z.ZodType } | { readonly types: readonly string[]; readonly most: string }

/** A route as it is described. */
export interface Described {
  readonly method: 'get' | 'post' | 'delete'
  readonly path: string
  readonly id: string
  readonly group: string
  readonly summary: string
  /** It changes nothing, although it brings something. */
  readonly reads?: true
  readonly more?: string
  readonly params?: z.ZodObject
  readonly query?: z.ZodObject
  readonly body?: Brought
  readonly answer: Given
  /** Codes of refusals that are its own, besides those that any route has. */
  readonly refusals?: readonly string[]
}

const shot = z.object({ id: shotIdSchema })
const json = (form: z.ZodType) => ({ form })
const file = (...types: string[]) => ({ types })
const PICTURES = ['image/png', 'image/jpeg', 'image/webp']
const FOOTAGE = ['video/mp4', 'video/quicktime', 'video/webm', 'video/x-matroska', 'image/gif']

const shots: readonly Described[] = [
  {
    ...{ method: 'get', path: '/api/shots', id: 'listShots', group: 'Shots', query: forms.listQuery },
    summary: 'A page of the shots, under their productions, without those in the bin.',
    more: [
      '“many” of them come (200), from the place “from” on (0); “total” says how many there are. All productions in',
      'which something was found come with each page, with the place of their first shot and how many are theirs.',
      '“search”: each word of it stands in the name of the shot or of its production, in whatever case, with or',
      'without accents. “beside”: those in the production of this shot. “id”, which may come several times: those alone.',
    ].join(' '),
    answer: json(answers.listed),
  },
  {
    ...{ method: 'post', path: '/api/several', id: 'setShots', group: 'Shots', answer: json(answers.changed) },
    summary: 'Puts several shots into a production, gives them a status, puts them into the bin or takes them out.',
    more: 'All of them, or none where one is refused; what is not named stays. Those that are not there are left out.',
    body: json(forms.setBody),
    refusals: ['name-taken'],
  },
  {
    ...{ method: 'get', path: '/api/names', id: 'freeName', group: 'Shots', query: forms.nameQuery },
    summary: 'A name for a shot that is free in a production: the one that is wanted, else with a number behind it.',
    more: [
      'The production is named, or it is that of the shot. The own name of a shot is free to it. “next” is one with the',
      'next number.',
    ].join(' '),
    answer: json(answers.free),
  },
  {
    ...{ method: 'post', path: '/api/shots', id: 'newShot', group: 'Shots', answer: json(answers.named) },
    summary: 'Makes a shot with one empty column.',
    more: [
      'You choose its id. Asked again with the same id nothing new is made. In a new shot ID the first column is',
      'ID.2, its drawings are in the stack ID.1, and its plan is ID.3. A production is made where there is none',
      'of this name.',
    ].join(' '),
    body: json(newShotSchema),
    refusals: ['name-taken'],
  },
  {
    ...{ method: 'get', path: '/api/shots/{id}', id: 'getShot', group: 'Shots', params: shot },
    summary: 'A shot as it is now, with its revision.',
    answer: json(answers.stored),
    refusals: ['no-shot'],
  },
  {
    ...{ method: 'delete', path: '/api/shots/{id}', id: 'putAway', group: 'Shots', params: shot },
    summary: 'Puts a shot into the bin, out of which it can be taken for 30 days.',
    answer: json(answers.fine),
    refusals: ['no-shot'],
  },
  {
    ...{ method: 'post', path: '/api/shots/{id}/restore', id: 'takeBack', group: 'Shots', params: shot },
    summary: 'Takes a shot out of the bin; its name, which is another where that was taken.',
    answer: json(answers.back),
    refusals: ['no-shot'],
  },
  {
    ...{ method: 'post', path: '/api/shots/{id}/duplicate', id: 'duplicateShot', group: 'Shots', params: shot },
    summary: 'A copy of a shot as it is now, in its production, under an id and a name of its own.',
    body: json(forms.duplicateBody),
    answer: json(answers.named),
    refusals: ['no-shot', 'unreadable', 'name-taken'],
  },
  {
    ...{ method: 'post', path: '/api/shots/{id}/move', id: 'moveShot', group: 'Shots', params: shot },
    summary: 'Puts a shot into another production, which is made where there is none of this name.',
    body: json(forms.moveBody),
    answer: json(answers.fine),
    refusals: ['no-shot', 'name-taken'],
  },
  {
    ...{ method: 'get', path: '/api/shots/{id}/poster', id: 'getPoster', group: 'Shots', params: shot },
    summary: 'A small picture of a shot, as it is in the list.',
    answer: file('image/svg+xml'),
    refusals: ['no-shot', 'unreadable'],
  },
  {
    ...{ method: 'get', path: '/api/shots/{id}/archive', id: 'getArchive', group: 'Shots', params: shot },
    summary: 'A whole shot as one file (docs/archive.md).',
    answer: file('application/zip'),
    refusals: ['no-shot'],
  },
  {
    ...{ method: 'post', path: '/api/archive', id: 'takeArchive', group: 'Shots', query: forms.archiveQuery },
    summary: 'Takes a whole shot in, under an id of its own.',
    body: { types: ['application/zip'], most: '512 MB' },
    answer: json(answers.named),
    refusals: ['not-an-archive', 'damaged', 'too-large'],
  },
]

const thing = z.object({ id: idSchema })
const shelf: readonly Described[] = [
  {
    ...{ method: 'get', path: '/api/shelf', id: 'listShelf', group: 'The shelf', query: forms.shelfQuery },
    summary: 'A page of the shelf of a production: what it keeps by name for all its shots.',
    more: [
      'The production is named, or it is that of “shot”. “id”, which may come several times: these things alone, on',
      'whatever shelf they are. “search”: each word of it stands in the name.',
    ].join(' '),
    answer: json(answers.shelf),
  },
  {
    ...{ method: 'post', path: '/api/shelf', id: 'keepThing', group: 'The shelf', answer: json(answers.put) },
    summary: 'Puts a figure, a part, a picture, a spacing or a pencil on a shelf, by a name.',
    more: [
      'You choose its id. Asked again with the same id nothing new is put there. Strokes and pictures that it names are',
      'sent before.',
    ].join(' '),
    body: json(forms.keepBody),
    refusals: ['no-shot', 'name-taken', 'full', 'no-stroke', 'no-image'],
  },
  {
    ...{ method: 'get', path: '/api/shelf/{id}', id: 'getThing', group: 'The shelf', params: thing },
    summary: 'A thing on a shelf with what it is, in its newest version or another one.',
    query: forms.versionQuery,
    answer: json(answers.original),
    refusals: ['no-thing'],
  },
  {
    ...{ method: 'post', path: '/api/shelf/{id}', id: 'changeThing', group: 'The shelf', params: thing },
    summary: 'Renames a thing on a shelf, gives it a new version, deletes it or takes it back.',
    more: [
      '“content” becomes the version after “was”; where another one did so meanwhile it is refused. Copies in shots stay',
      'as they are until someone takes the newer one. What was deleted can be taken back for 30 days.',
    ].join(' '),
    body: json(forms.thingBody),
    answer: json(answers.changedThing),
    refusals: ['no-thing', 'name-taken', 'changed', 'other-kind', 'no-stroke', 'no-image'],
  },
  {
    ...{ method: 'get', path: '/api/shelf/{id}/picture', id: 'getThingPicture', group: 'The shelf', params: thing },
    summary: 'A small picture of a thing on a shelf.',
    query: forms.versionQuery,
    answer: file('image/svg+xml'),
    refusals: ['no-thing'],
  },
]

const pronunciations: readonly Described[] = [
  {
    ...{ method: 'get', path: '/api/pronunciations', id: 'listPronunciations', group: 'Pronunciations' },
    summary: 'How the production of a shot says words that the dictionary has otherwise, or not at all.',
    query: forms.sayQuery,
    answer: json(answers.words),
  },
  {
    ...{ method: 'post', path: '/api/pronunciations', id: 'keepPronunciation', group: 'Pronunciations' },
    summary: 'Keeps how the production of a shot says a word, or forgets it.',
    more: 'Sounds are written as in the CMU Pronouncing Dictionary, vowels with their stress: “OW1 V ER0”.',
    body: json(forms.sayBody),
    answer: json(answers.said),
    refusals: ['no-shot', 'full'],
  },
]

const bin: readonly Described[] = [
  {
    ...{ method: 'get', path: '/api/bin', id: 'listBin', group: 'The bin', answer: json(answers.bin) },
    summary: 'The shots in the bin, the last one first. After 30 days they are deleted for good.',
  },
  {
    ...{ method: 'post', path: '/api/bin/empty', id: 'emptyBin', group: 'The bin', answer: json(answers.gone) },
    summary: 'Deletes shots in the bin for good; says how many. There is no way back.',
    body: json(forms.emptyBody),
  },
]

const changes: readonly Described[] = [
  {
    ...{ method: 'post', path: '/api/shots/{id}/commands', id: 'sendCommands', group: 'Changes', params: shot },
    summary: `Changes a shot by up to ${MAX_COMMANDS} commands, in their order.`,
    more: [
      'All that fit are done, the others are refused one by one: look at the outcomes. Each command has an id',
      'that you choose, so that one that is sent again is not done twice. “base” is the revision that you saw',
      'last; what was done since comes back as “missed”. Several commands that are one step for undo go into one',
      'command “together”.',
    ].join(' '),
    body: json(commitSchema),
    answer: json(answers.committed),
    refusals: ['no-shot', 'unreadable', 'ahead', 'other-incarnation', 'elsewhere'],
  },
  {
    ...{ method: 'get', path: '/api/shots/{id}/journal', id: 'getJournal', group: 'Changes', params: shot },
    summary: 'What was done to a shot after a revision, in order.',
    query: forms.journalQuery,
    answer: json(answers.journal),
    refusals: ['no-shot', 'other-incarnation'],
  },
  {
    ...{ method: 'get', path: '/api/events', id: 'listen', group: 'Changes', query: forms.eventsQuery },
    summary: 'Tells of every new revision of some shots while the connection stays open.',
    more: 'Server-sent events; the data of each is “id revision incarnation”. “shot” may be named several times.',
    answer: file('text/event-stream'),
    refusals: ['too-many-streams'],
  },
]

const stateParams = z.object({ id: shotIdSchema, revision: forms.stateSchema.shape.revision })
const stateQuery = z.object({ kind: forms.stateKind.optional() })
const statePath = '/api/shots/{id}/states/{revision}'
const states: readonly Described[] = [
  {
    ...{ method: 'get', path: '/api/shots/{id}/states', id: 'listStates', group: 'Earlier states', params: shot },
    summary: 'The earlier states of a shot that are kept whole, newest first.',
    answer: json(answers.states),
    refusals: ['no-shot'],
  },
  {
    ...{ method: 'post', path: '/api/shots/{id}/states', id: 'setMark', group: 'Earlier states', params: shot },
    summary: 'Keeps a shot as it is now, under a name.',
    body: json(forms.markBody),
    answer: json(answers.states),
    refusals: ['no-shot', 'unreadable'],
  },
  {
    ...{ method: 'get', path: statePath, id: 'getState', group: 'Earlier states', params: stateParams },
    summary: 'An earlier state, whole, as it was kept.',
    query: stateQuery,
    answer: json(answers.keptState),
    refusals: ['no-shot', 'no-state'],
  },
  {
    ...{ method: 'post', path: statePath, id: 'replaceByState', group: 'Earlier states', params: stateParams },
    summary: 'Puts an earlier state in the place of a shot that cannot be read.',
    more: 'One that can be read is changed by the command “shot.restore”.',
    query: stateQuery,
    body: json(forms.replaceBody),
    answer: json(answers.committed),
    refusals: ['no-shot', 'no-state', 'readable', 'unreadable', 'elsewhere'],
  },
]

const kept: readonly Described[] = [
  {
    ...{ method: 'post', path: '/api/strokes', id: 'keepStrokes', group: 'Strokes and files' },
    summary: 'Keeps strokes by the hash of their content, before a command names them.',
    body: json(sentSchema),
    answer: json(z.object({ hashes: z.array(hashSchema) })),
  },
  {
    ...{ method: 'post', path: '/api/strokes/find', id: 'findStrokes', group: 'Strokes and files' },
    summary: 'Strokes by their hashes, as far as they are kept.',
    reads: true,
    body: json(forms.findStrokesBody),
    answer: json(z.object({ strokes: z.record(hashSchema, strokeSchema) })),
  },
  {
    ...{ method: 'post', path: '/api/images', id: 'keepFile', group: 'Strokes and files' },
    summary: 'Keeps a picture, or footage, by the hash of its bytes, before a command names it.',
    body: { types: [...PICTURES, ...FOOTAGE], most: '32 MB for a picture, 64 MB for footage' },
    answer: json(answers.keptFile),
    refusals: ['not-an-image', 'too-large'],
  },
  {
    ...{ method: 'get', path: '/api/images/{hash}', id: 'getFile', group: 'Strokes and files' },
    summary: 'A picture, or footage, by the hash of its bytes.',
    params: z.object({ hash: hashSchema }),
    answer: file(...PICTURES, ...FOOTAGE),
    refusals: ['no-image', 'no-bytes'],
  },
]

const server: readonly Described[] = [
  {
    ...{ method: 'get', path: '/api/health', id: 'health', group: 'The server', answer: json(answers.fine) },
    summary: 'This process answers.',
  },
  {
    ...{ method: 'get', path: '/api/ready', id: 'ready', group: 'The server', answer: json(answers.fine) },
    summary: 'The database answers and is of the form that this program knows.',
  },
  {
    ...{ method: 'get', path: '/api/metrics', id: 'metrics', group: 'The server' },
    summary: 'What this process counts, in the text form of Prometheus.',
    answer: file('text/plain'),
  },
  {
    ...{ method: 'get', path: '/api/openapi.json', id: 'openapi', group: 'The server' },
    summary: 'This description.',
    answer: json(z.object({ openapi: z.string() }).loose()),
  },
  {
    ...{ method: 'get', path: '/api/reference', id: 'reference', group: 'The server', answer: file('text/html') },
    summary: 'This description as a page.',
  },
]

/** Every route of the server. */
export const ROUTES: readonly Described[] = [
  ...shots,
  ...shelf,
  ...pronunciations,
  ...bin,
  ...changes,
  ...states,
  ...kept,
  ...server,
]
