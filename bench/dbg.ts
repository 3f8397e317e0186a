import { tryHeat } from '../core/src/heat/heat-trial';
import type { HeatBoard, BoardGuess } from '../core/src/heat/heat-board';
import type { HeatUse } from '../core/src/heat/heat-use';
const row = Array.from({length:5},(_,i)=>({id:`p${i}`,name:`pin ${i+1}`,at:{x:18.7+i*.65,y:6},landMm:[.4,1.4] as [number,number],through:false,onPlane:i===4,kind:'pin' as const,solderMg:2}));
const legs = [[16.6,8.5],[23.4,8.5],[16.6,11],[23.4,11]].map(([x,y],i)=>({id:`l${i}`,name:`leg ${i+1}`,at:{x:x!,y:y!},landMm:[1.6,1.9] as [number,number],through:true,onPlane:true,kind:'leg' as const,solderMg:18}));
const board: HeatBoard = { outline:[{x:0,y:0},{x:30,y:0},{x:30,y:30},{x:0,y:30}].map(p=>({x:p.x,y:12-p.y})).map(p=>({x:p.x,y:p.y})), outlineAssumed:false, face:'top', pours:[], joints:[...row,...legs], port:{body:[{x:16.5,y:6.5},{x:23.5,y:6.5},{x:23.5,y:12},{x:16.5,y:12}],spared:true}, parts:[], solder:null };
const iron=(c:number,tip:'fine'|'wide',t:string[],over:Partial<HeatUse>={}):HeatUse=>({targets:t,iron:{celsius:c,tip,watts:60,wet:true},sweeps:false,air:null,preheatC:null,leaded:false,shielded:false,roomC:22,mostS:8,holdS:1,...over});
const air=(c:number,over:Partial<HeatUse>={}):HeatUse=>({targets:[...row,...legs].map(j=>j.id),iron:null,sweeps:false,air:{celsius:c,litresMin:25,nozzleMm:8,heightMm:15,circleMm:3},preheatC:null,leaded:false,shielded:false,roomC:22,mostS:60,holdS:4,...over});
const guesses:BoardGuess[]=[];
for(const thicknessMm of [.8,1.6]) for(const [copper,spokes] of [['tracks',true],['pour',true],['pour',false],['plane',true],['plane',false]] as const) guesses.push({thicknessMm,copper,spokes,hand:1});

for (let k=0;k<3;k++) for (const st of [.5]) { const b=performance.now(); const t=tryHeat(board,guesses[3]!,air(350),{stepMm:st,everyS:1}); console.log(st,t.allAtS,t.laid.scene.plate.columns,t.laid.scene.plate.rows,t.laid.scene.contacts.length,t.laid.scene.bodies.length,(performance.now()-b).toFixed(0)); }
