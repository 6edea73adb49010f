// Builds the app unless the last build was made of just these sources.
import { needBuild } from './lib/prepare.mjs'

needBuild()
