import type { Size } from '@diplex/document';
import { LIMITS } from '@diplex/document';

interface SizeFieldsProps {
  readonly size: Size;
  readonly onSize: (size: Size) => void;
}

/** Width and height in pixels. */
export function SizeFields({ size, onSize }: SizeFieldsProps) {
  const field = (name: 'width' | 'height', words: string) => (
    <label className="grid gap-1 text-[12px] text-quiet">
      {words}
      <input
        type="number"
        required
        min={1}
        max={LIMITS.canvasSide}
        step={1}
        value={size[name] || ''}
        onChange={(event) => onSize({ ...size, [name]: Math.round(Number(event.target.value)) })}
        className="input input-sm w-28 bg-base-200"
      />
    </label>
  );
  return (
    <div className="flex items-end gap-3">
      {field('width', 'Width, px')}
      {field('height', 'Height, px')}
    </div>
  );
}
