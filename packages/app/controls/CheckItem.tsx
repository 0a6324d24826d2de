import Checkbox from '@mui/material/Checkbox';

interface CheckItemProps {
  readonly name: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}

/** An item of a list that is on or off. */
export function CheckItem({ name, checked, onChange }: CheckItemProps) {
  return (
    <li>
      <label>
        <Checkbox checked={checked} onChange={event => onChange(event.target.checked)} />
        {name}
      </label>
    </li>
  );
}
