import { isMainThread } from 'node:worker_threads'
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'

/** What this process counts, in the text form of Prometheus at /api/metrics. */
export const registry = new Registry()
const registers = [registry]
// Of the process, not of each of its threads.
if (isMainThread) collectDefaultMetrics({ register: registry, prefix: 'fintro_' })

export const count = {
  refusals: new Counter({
    name: 'fintro_refusals_total',
    help: 'Requests that were refused, by the code of the problem.',
    labelNames: ['code', 'status'],
    registers,
  }),
  commands: new Counter({
    name: 'fintro_commands_total',
    help: 'Commands by what became of them, and by the way they were written.',
    labelNames: ['outcome', 'way'],
    registers,
  }),
  streams: new Gauge({ name: 'fintro_streams', help: 'Open streams of revisions.', registers }),
  dropped: new Counter({
    name: 'fintro_streams_dropped_total',
    help: 'Streams that were dropped because nobody read them.',
    registers,
  }),
  documents: new Counter({
    name: 'fintro_documents_total',
    help: 'How the newest document was come by: kept, caught up from the journal, or read anew.',
    labelNames: ['way'],
    registers,
  }),
  cache: new Gauge({
    name: 'fintro_cache_bytes',
    help: 'What the documents that are kept take, as text.',
    registers,
  }),
  jobs: new Counter({
    name: 'fintro_jobs_total',
    help: 'Work given to other threads, by its kind and how it ended.',
    labelNames: ['kind', 'outcome'],
    registers,
  }),
  waiting: new Gauge({ name: 'fintro_jobs_waiting', help: 'Work that waits for a thread.', registers }),
  connections: new Gauge({
    name: 'fintro_database_connections',
    help: 'Connections to the database, by what they do.',
    labelNames: ['state'],
    registers,
  }),
}

/** Seconds; most requests take milliseconds. */
const buckets = [0.001, 0.0025, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30]

export const took = {
  requests: new Histogram({
    name: 'fintro_request_seconds',
    help: 'From the head of a request to the end of its answer.',
    labelNames: ['method', 'route', 'status'],
    buckets,
    registers,
  }),
  writes: new Histogram({
    name: 'fintro_commit_write_seconds',
    help: 'What the database takes for writing a commit.',
    buckets,
    registers,
  }),
}
