// What the threads beside the server run; piscina calls it with each job.
export { doJob as default } from './jobs'
