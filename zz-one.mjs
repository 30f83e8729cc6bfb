import { createServer } from 'vite'
const dir=p=>'/work/main/'+p
const vite = await createServer({ configFile: false, root:'/work/main', resolve:{alias:{'#core':dir('core'),'~':dir('app')}}, server: { middlewareMode: true, watch:null }, appType: 'custom', logLevel: 'error' })
const { tryFile, startingFiles } = await vite.ssrLoadModule('/hostile/files.ts')
const r={ files: 0, accepted: 0, refused: 0, unsettled: 0, faults: [], slowest: {} }
Error.stackTraceLimit=30
for (const s of process.argv.slice(2)) tryFile(Number(s), startingFiles(), r)
for (const f of r.faults) console.log(f)
await vite.close()
