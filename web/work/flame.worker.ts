import { expose } from 'comlink'
import { flameWork } from './flame-work.ts'

expose(flameWork)
