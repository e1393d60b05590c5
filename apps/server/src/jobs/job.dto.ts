import { ApiProperty } from '@nestjs/swagger';

/** A file that a job made. */
export class DeliveredFileDto {
  @ApiProperty({ description: 'Its place in the delivery, from 0' }) place!: number;
  @ApiProperty() name!: string;
  @ApiProperty() mediaType!: string;
  @ApiProperty() bytes!: number;
  @ApiProperty({ type: [String], description: 'What could not be told in that format' })
  remarks!: readonly string[];
}

/** Long work, as the HTTP interface shows it. */
export class JobDto {
  @ApiProperty() id!: string;
  @ApiProperty({ description: 'The composition that it is about' }) composition!: string;
  @ApiProperty() label!: string;
  @ApiProperty({ enum: ['running', 'done', 'failed', 'stopped'] })
  state!: 'running' | 'done' | 'failed' | 'stopped';
  @ApiProperty({ description: '0 to 1' }) progress!: number;
  @ApiProperty({ nullable: true, type: Number, description: 'Seconds, once it can be told' })
  secondsLeft!: number | null;
  @ApiProperty({
    nullable: true,
    type: String,
    description: 'Why it, or some of its files, failed',
  })
  problem!: string | null;
  @ApiProperty({ nullable: true, type: String, description: 'The delivery that it makes' })
  delivery!: string | null;
  @ApiProperty({ type: [DeliveredFileDto], description: 'Those that are there already' })
  files!: readonly DeliveredFileDto[];
}
