import { inkMapOf } from './src/clean/clean';
import sharp from 'sharp';
const [f,x0,y0,n,dir]=process.argv.slice(2);
const {data,info}=await sharp(f).ensureAlpha().raw().toBuffer({resolveWithObject:true});
const page={width:info.width,height:info.height,data:new Uint8ClampedArray(data)};
const map=inkMapOf(page); const s=map.seen!, p=map.parts!;
for(let k=0;k<+n;k++){ const X=+x0>>1, Y=(+y0>>1)+ (dir==='y'?k:0); const XX=X+(dir==='x'?k:0);
 console.log(k, [...Array(9)].map((_,j)=>{const i=Y*s.width+XX-4+j; return `${p.kinds[i]}:${p.darkest[i]}:${s.ink[i]}/${s.rules[i]}/${s.tones[i]}`;}).join('  ')); }
