import { createServer } from 'vite'
import { fileURLToPath } from 'node:url'
process.chdir('/work/main')
const dir=p=>'/work/main/'+p
const vite = await createServer({ configFile: false, root:'/work/main', resolve:{alias:{'#core':dir('core'),'~':dir('app')}}, server: { middlewareMode: true, watch:null }, appType: 'custom', logLevel: 'error' })
const { runFiles } = await vite.ssrLoadModule('/hostile/files.ts')
const [n,s]=[Number(process.argv[2]??300),Number(process.argv[3]??1)]
const r = runFiles(n,s,d=>console.log(d))
const by={}
for(const f of r.faults){const k=f.at+' '+f.what.replace(/[\d.e-]+/g,'#'); (by[k]??=[]).push(f)}
for(const [k,v] of Object.entries(by).sort((a,b)=>b[1].length-a[1].length)) console.log(v.length, v[0].seed, v[0].at, v[0].what.replaceAll('/work/main/',''))
console.log(r.files, r.accepted, r.refused, r.unsettled, r.slowest)
await vite.close()
