import { Global, Module } from '@nestjs/common';
import { engineProvider } from './engine.provider';
import { Pyramids } from './pyramids';
import { RenderPixels } from './render-pixels';
import { Renderer } from './renderer';

@Global()
@Module({
  providers: [engineProvider, Pyramids, RenderPixels, Renderer],
  exports: [engineProvider, Pyramids, RenderPixels, Renderer],
})
export class RenderingModule {}
