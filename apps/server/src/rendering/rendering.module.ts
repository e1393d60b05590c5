import { Global, Module } from '@nestjs/common';
import { engineProvider } from './engine.provider';
import { Pyramids } from './pyramids';
import { Renderer } from './renderer';

@Global()
@Module({
  providers: [engineProvider, Pyramids, Renderer],
  exports: [engineProvider, Pyramids, Renderer],
})
export class RenderingModule {}
