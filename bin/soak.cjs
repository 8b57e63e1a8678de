require('./setup.cjs').run('../e2e/soak.ts')
