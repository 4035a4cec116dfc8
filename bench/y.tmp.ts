import { demos } from '../demo/make/make';
import { buildScene } from '@/core/propagation/scene';
import { groundOf } from '@/core/propose/columns';
import { propose } from '@/core/propose/propose';
import { makeSolver } from '@/solver/highs';
const inner=makeSolver(); const timed: typeof inner = async (lp,s)=>{const t=performance.now(); const r=await inner(lp,s); console.log('  solve',(performance.now()-t).toFixed(0),r.status,lp.length, lp.split('\n').length); return r;};
for (const {job} of demos) {
const scene=buildScene(job); let t=performance.now(); const g=groundOf(job,scene,{noDrilling:job.info.noDrilling,sure:0.9}); console.log('ground',performance.now()-t,'cands',g.candidates.length,'cols',g.columns.length,'l2',g.columns.filter(c=>c.parent).length,'served',g.served.size,'kept',g.kept.map(u=>u.letter));
t=performance.now(); const p=await propose(job,scene,timed); console.log('propose',performance.now()-t, p.whyNot, JSON.stringify(p.impossible));
for (const x of p.proposals) { console.log(x.kind,x.proven,x.partsEur,x.minutes,x.costEur.toFixed(0),x.holes,`${x.met}/${x.spots}`,x.worst,x.fitsAtOnce); for(const u of x.units) console.log('   ',u.letter,u.kit,'|',u.place,'|',u.link,u.partsEur.toFixed(0)); }
}
