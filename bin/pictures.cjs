require('./setup.cjs').run('../e2e/pictures.ts')
