require('./setup.cjs').run('../e2e/bench.ts')
