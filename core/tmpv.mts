import { clean, inkMapOf } from './src/clean/clean';
import sharp from 'sharp';
const [f,look,box,out,rules]=process.argv.slice(2);
const {data,info}=await sharp(f).ensureAlpha().raw().toBuffer({resolveWithObject:true});
const page={width:info.width,height:info.height,data:new Uint8ClampedArray(data)};
const img=clean(page,look as any,{rules:(rules??'quiet') as any});
const [cx,cy,cw,ch]=box.split(',').map(Number);
const f2=(im:any)=>sharp(Buffer.from(im.data.buffer),{raw:{width:im.width,height:im.height,channels:4}}).removeAlpha().extract({left:cx,top:cy,width:cw,height:ch}).png().toBuffer();
await sharp({create:{width:cw*2+8,height:ch,channels:3,background:'#f00'}}).composite([{input:await f2(page),left:0,top:0},{input:await f2(img),left:cw+8,top:0}]).png().toFile(out);
