require('./setup.cjs').run('demo.ts')
