import { useMemo } from 'react';
import { Picture } from './Picture';
import type { RowPictures } from './usePixels';

interface RowPictureProps {
  readonly pictures: RowPictures;
  readonly row: number;
  readonly size: number;
  readonly label: string;
}

/** A row as its picture. */
export function RowPicture({ pictures, row, size, label }: RowPictureProps) {
  const values = useMemo(() => pictures.of(row), [pictures, row]);
  return <Picture {...pictures} values={values} size={size} label={label} />;
}

interface MeanPictureProps {
  readonly pictures: RowPictures;
  readonly rows: readonly number[];
  readonly size: number;
  readonly label: string;
}

/** The mean of some rows’ pictures. */
export function MeanPicture({ pictures, rows, size, label }: MeanPictureProps) {
  const values = useMemo(() => pictures.meanOf(rows), [pictures, rows]);
  return <Picture {...pictures} values={values} size={size} label={label} />;
}
