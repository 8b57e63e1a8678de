require('./setup.cjs').run('fill.ts')
