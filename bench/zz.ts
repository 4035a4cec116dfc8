import { house } from '@/testing/testPlans';
import { coaxRoute } from '@/core/media/coaxRoute';
for (const s of house.services.filter(s=>s.kind==='coax'||s.kind==='splitter')) console.log(s.id,s.kind,s.rated,s.joined,s.name,s.ways);
const c=house.services.filter(s=>s.kind==='coax');
for(const a of c)for(const b of c)if(a.id<b.id){const r=coaxRoute(house,a.id,b.id);console.log(a.id,b.id,r.ok?r.through.join('>'):r.why)}
