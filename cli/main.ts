import { writeFile } from 'node:fs/promises'
import { Command as Program, InvalidArgumentError, Option } from 'commander'
import { DEFAULTS } from '../app/hand-off/choices'
import type { PaperChoices } from '../app/hand-off/choices'
import { HandOffFault } from '../app/hand-off/given'
import { opened } from '../app/hand-off/work/painter'
import { printed } from '../app/hand-off/work/paper'
import { PAPERS } from '#core/paper'
import { apply, commandsIn } from './apply'
import { paperFonts, standIn } from './canvas'
import { Fault } from './fault'
import { writeImages } from './images'
import { Server } from './server'
import type { NewShot } from './shots'
import { begun, everyShot, framesIn, given, listed } from './shots'

/** Where lines are said, what speaks against something is told, and what comes in is read from. */
export interface Console {
  readonly say: (line: string) => void
  readonly tell: (fault: string) => void
  readonly input: () => Promise<string>
}

/** Since a time, to a hundredth. */
const seconds = (began: number): string => ((performance.now() - began) / 1000).toFixed(2)

function share(text: string): number {
  const n = Number(text)
  if (!(n > 0 && n <= 4)) throw new InvalidArgumentError('A scale is a number above 0, to 4.')
  return n
}
function digits(text: string): number {
  const n = Number(text)
  if (!(Number.isInteger(n) && n >= 1 && n <= 8)) throw new InvalidArgumentError('Whole numbers from 1 to 8.')
  return n
}

interface ImageFlags {
  readonly by: 'frame' | 'drawing'
  readonly column: string
  readonly apart?: true
  readonly from?: string
  readonly to?: string
  readonly plan?: string
  readonly scale: number
  readonly paper: boolean
  readonly background: boolean
  readonly figuresOnly?: true
  readonly svg?: true
  readonly pattern?: string
  readonly digits: number
  readonly burn: string[]
}

function imagesProgram(program: Program, server: () => Server, { say }: Console): void {
  program
    .command('images')
    .description('writes images of a shot, by frame or by drawing, into a folder')
    .argument('<shot>', 'the id of a shot, or an archive of one')
    .argument('<folder>')
    .addOption(new Option('--by <what>').choices(['frame', 'drawing']).default('frame'))
    .option('--column <name>', 'of this column only', '')
    .option('--apart', 'each column by itself')
    .option('--from <frame>', 'the first frame')
    .option('--to <frame>', 'the last frame')
    .option('--plan <name>', 'a plan of the shot, otherwise the first')
    .option('--scale <share>', 'of the size of the picture', share, 1)
    .option('--no-paper', 'on nothing instead of on paper')
    .option('--no-background', 'without background columns')
    .option('--figures-only', 'without what is drawn')
    .option('--svg', 'SVG instead of PNG')
    .option('--pattern <names>', 'names of the files: [production] [shot] [column] [drawing] [frame]')
    .option('--digits <count>', 'of numbers', digits, 4)
    .option('--burn <what...>', 'written over each: frame, timecode, shot', [])
    .action(async (shot: string, folder: string, flags: ImageFlags) => {
      standIn()
      const of = await given(server(), shot, flags.plan)
      const byDrawing = flags.by === 'drawing'
      const { by, column, apart = false, scale, paper, background, figuresOnly = false, pattern } = flags
      const wrong = flags.burn.find(b => !['frame', 'timecode', 'shot'].includes(b))
      if (wrong) throw new Fault(`${wrong} cannot be written over pictures: frame, timecode and shot can.`)
      const has = (what: string): boolean => flags.burn.includes(what)
      const began = performance.now()
      const count = await writeImages({ ...of, ...framesIn(of, flags.from, flags.to) }, folder, {
        ...{ by, column, apart, scale, paper, background, figuresOnly, digits: flags.digits },
        pattern: pattern ?? (byDrawing ? '[column]-[drawing]' : apart ? '[shot].[column].[frame]' : '[shot].[frame]'),
        file: flags.svg ? 'svg' : 'png',
        burnt: { frame: has('frame'), timecode: has('timecode'), shot: has('shot'), column: '' },
      })
      say(`${count} images in ${folder} (${seconds(began)} s)`)
    })
}

interface PaperFlags {
  readonly what: PaperChoices['what']
  readonly size: PaperChoices['paper']
  readonly columns: string[]
  readonly ladders: boolean
  readonly from?: string
  readonly to?: string
  readonly plan?: string
  readonly date?: string
}

function paperProgram(program: Program, server: () => Server, { say }: Console): void {
  program
    .command('paper')
    .description('writes the sheet, charts or a booklet of in-betweens of a shot as PDF')
    .argument('<shot>', 'the id of a shot, or an archive of one')
    .argument('<file>')
    .addOption(new Option('--what <what>').choices(['sheet', 'charts', 'booklet']).default('sheet'))
    .addOption(new Option('--size <paper>').choices(Object.keys(PAPERS)).default('a4'))
    .option('--columns <names...>', 'these columns only', [])
    .option('--no-ladders', 'without charts beside their columns')
    .option('--from <frame>', 'the first frame')
    .option('--to <frame>', 'the last frame')
    .option('--plan <name>', 'a plan of the shot, otherwise the first')
    .option('--date <words>', 'what is printed as the date, otherwise today')
    .action(async (shot: string, file: string, flags: PaperFlags) => {
      standIn()
      const of = await given(server(), shot, flags.plan)
      const { what, columns, ladders, size } = flags
      const date = flags.date ?? new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date())
      const choices = { ...DEFAULTS.paper, what, columns, ladders, paper: size }
      const whole = opened({ ...of, ...framesIn(of, flags.from, flags.to) })
      const made = await printed(whole, choices, { fonts: paperFonts(), date, at: () => true })
      await writeFile(file, made!.bytes).catch(() => {
        throw new Fault(`${file} cannot be written.`)
      })
      say(`${made!.pages} pages in ${file}`)
    })
}

/** The command line: everything that it does, by its words. */
function programOf(console: Console): Program {
  const { say } = console
  const program = new Program('fintro')
    .description('Works on shots without a browser: lists, makes and changes them, and writes images and paper.')
    .option('--server <url>', 'where Fintro serves', process.env.FINTRO_URL ?? 'http://127.0.0.1:3000')
    .option('--token <token>', 'the token of the server, for what changes something', process.env.FINTRO_TOKEN ?? '')
    .showHelpAfterError()
  const server = (): Server => {
    const { server: url, token } = program.opts<{ server: string; token: string }>()
    if (!URL.canParse(url)) throw new Fault(`${url} is no address of a server.`)
    return new Server({ url, token })
  }
  program
    .command('list')
    .description('lists shots: id, production, name, length, revision')
    .option('--json', 'as the server tells it')
    .action(async ({ json }: { json?: true }) => {
      if (json) say(JSON.stringify({ productions: await everyShot(server()) }, null, 2))
      else for (const line of await listed(server())) say(line)
    })
  program
    .command('new')
    .description('makes a shot with one empty column, and prints its id')
    .argument('<name>')
    .requiredOption('--production <name>', 'made where there is none of this name')
    .option('--width <px>', 'of the picture', '1920')
    .option('--height <px>', 'of the picture', '1080')
    .option('--rate <fps>', 'frames a second: 24, 29.97, 30000/1001', '24')
    .option('--length <frames>', '', '48')
    .option('--paper <colour>', '', '#fffdf6')
    .action(async (name: string, of: NewShot) => say(await begun(server(), name, of)))
  program
    .command('apply')
    .description('does the commands of a file (JSON) to a shot, all of them or none; prints what each does')
    .argument('<shot>', 'the id of a shot')
    .argument('<file>', 'a list of commands, or “-” for what comes in')
    .option('--try', 'only looks whether all can be done')
    .option('--words <words>', 'as one step for undo, called so')
    .action(async (shot: string, file: string, flags: { try?: true; words?: string }) => {
      const commands = await commandsIn(file, console.input)
      const told = await apply(server(), shot, commands, { onlyTry: !!flags.try, words: flags.words })
      for (const line of told) say(line)
    })
  imagesProgram(program, server, console)
  paperProgram(program, server, console)
  return program
}

/** Runs the command line; gives the code that it ends with. What cannot be done is told, and ends with 1. */
export async function main(argv: readonly string[], console: Console): Promise<number> {
  try {
    await programOf(console).parseAsync(argv)
    return 0
  } catch (error) {
    if (!(error instanceof Fault || error instanceof HandOffFault)) throw error
    console.tell(error.message)
    return 1
  }
}
