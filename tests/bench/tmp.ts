
import { drawings, keptOver } from './keeping'
const t0=Date.now()
const all = await drawings(Number(process.argv[2] ?? 40))
console.log(all.length, 'drawings', Date.now()-t0, all.map(d=>d.inks.length).join(' '))
for (const way of [{match:'values',shading:'relative'},{match:'picture',shading:'flat'},{match:'picture',shading:'held'},{match:'values',shading:'held'}] as const) {
  if (process.argv[3] && !process.argv[3].split(',').includes(way.match+way.shading)) continue
  const per: Record<string, number[][]> = {}
  const bad: [number,string][]=[]
  const r = await keptOver(all, way, (d, s, f) => { (per[s] ??= []).push([f.edgesKept ?? 1, f.strongLost ?? 0, f.exact, f.swatchesUsed, f.value ?? 1]); bad.push([f.strongLost ?? 0, d.name+' '+s+' '+(f.edgesKept??1).toFixed(2)]) })
  console.log(way.match, way.shading, Date.now()-t0, r.map(([k,m,w])=>`${k} ${(m*100).toFixed(1)} (${(w*100).toFixed(1)})`).join('  '))
  if (process.argv[4]) { for (const [s, v] of Object.entries(per)) console.log('   ', s.padEnd(26), [0,1,2,3,4].map(i => (v.reduce((a,x)=>a+x[i]!,0)/v.length*100).toFixed(1)).join(' ')); console.log(bad.sort((a,b)=>b[0]-a[0]).slice(0,8).map(x=>x[0].toFixed(3)+' '+x[1]).join('\n')) }
}
process.exit(0)
