import { CubeRefused, type PackedTable, packTable, readCube, type TableField } from '@diplex/steps';
import { IconFileImport } from '@tabler/icons-react';
import { useRef } from 'react';
import { tellProblem } from '../bench/notice-store';
import { PlainButton } from './PlainButton';

interface TableRowProps {
  readonly field: TableField;
  readonly value: unknown;
  readonly onSet: (value: PackedTable) => void;
}

/** A larger file is none of this kind. */
const MOST_BYTES = 40 * 2 ** 20;

/** A table of colours, which comes from a file. */
export function TableRow({ field, value, onSet }: TableRowProps) {
  const input = useRef<HTMLInputElement>(null);
  const { size } = value as PackedTable;
  const read = async (file: File) => {
    if (file.size > MOST_BYTES) {
      return tellProblem(`${file.name} is too large for a table of colours. Choose a .cube file.`);
    }
    try {
      onSet(packTable(readCube(await file.text()).table));
    } catch (error) {
      if (!(error instanceof CubeRefused)) throw error;
      tellProblem(`${file.name} could not be read. ${error.message}`);
    }
  };
  return (
    <div className="flex items-center gap-2 text-[12.5px] text-quiet">
      <span className="mr-auto">
        {field.words}: {size} × {size} × {size}
      </span>
      <PlainButton
        icon={IconFileImport}
        words="Open .cube"
        hint="Takes the colours of a three-dimensional table from a file in the open .cube format"
        onPress={() => input.current?.click()}
      />
      <input
        ref={input}
        type="file"
        accept=".cube"
        hidden
        data-testid="cube-file"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) void read(file);
        }}
      />
    </div>
  );
}
