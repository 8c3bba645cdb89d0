'use client';

// A number set by sliding, with its value beside it.
import styled from 'styled-components';

export const Sliders = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 2px 22px;
  label {
    display: grid;
    grid-template-columns: 118px 1fr 58px;
    gap: 8px;
    align-items: center;
    min-height: 40px;
    font-size: 0.92rem;
  }
  input[type='range'] {
    accent-color: var(--info);
    min-width: 0;
    min-height: 32px;
  }
  output {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
`;

export function Slider({
  name,
  value,
  limit,
  onChange,
  unit = '°',
  step = 1,
}: {
  name: string;
  value: number;
  limit: readonly [number, number];
  onChange: (value: number) => void;
  unit?: string;
  step?: number;
}) {
  return (
    <label>
      {name}
      <input
        type="range"
        min={limit[0]}
        max={limit[1]}
        step={step}
        value={value}
        onChange={({ target }) => onChange(Number(target.value))}
      />
      <output>
        {step < 1 ? Number(value.toFixed(1)) : Math.round(value)}
        {unit}
      </output>
    </label>
  );
}
