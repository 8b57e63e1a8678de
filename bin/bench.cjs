require('./setup.cjs').run('bench.ts')
