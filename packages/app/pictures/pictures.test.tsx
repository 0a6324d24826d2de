/** @jest-environment ./packages/app/testing/dom.mjs */
import 'fake-indexeddb/auto';
import { screen } from '@testing-library/react';
import { freshRecipe } from '@wold/core/recipe/fresh';
import { readDelimited } from '@wold/core/table/readDelimited';
import { stamps } from '@wold/core/demo/stamps';
import { show } from '../testing/show';
import { MeanPicture, RowPicture } from './RowPicture';
import { usePixels, type RowPictures } from './usePixels';

const table = readDelimited(new TextEncoder().encode(stamps(30, 6).csv), 'stamps.csv');

function Pictures({ onSeen }: { onSeen?: (pictures: RowPictures) => void }) {
  const seen = usePixels();
  if (seen === null) return <p>no pictures</p>;
  onSeen?.(seen);
  return (
    <>
      <RowPicture pictures={seen} row={4} size={40} label="a stamp" />
      <MeanPicture pictures={seen} rows={[1, 2, 3]} size={40} label="three stamps" />
    </>
  );
}

test('rows are pictures, their mean that of each pixel, where the study has them so', () => {
  const recipe = freshRecipe(table);
  const told: RowPictures[] = [];
  show(<Pictures onSeen={pictures => told.push(pictures)} />, recipe, '/study/study/map', table);
  const seen = told[0];
  expect(screen.getByRole('img', { name: 'a stamp' })).toBeDefined();
  expect([seen!.wide, seen!.high]).toEqual([6, 6]);
  const [one, two, three] = [1, 2, 3].map(row => seen!.of(row));
  const mean = seen!.meanOf([1, 2, 3]);
  mean.forEach((value, at) => expect(value).toBeCloseTo((one![at]! + two![at]! + three![at]!) / 3, 10));
  expect(seen!.most).toBe(Math.max(...Array.from({ length: 30 }, (_, row) => Math.max(...seen!.of(row)))));
});

test('they are none where the study does not', () => {
  show(<Pictures />, { ...freshRecipe(table), pictures: false }, '/study/study/map', table);
  expect(screen.getByText('no pictures')).toBeDefined();
});
