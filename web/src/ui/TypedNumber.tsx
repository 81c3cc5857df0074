/** A labelled number typed as text, for benches that reckon while one types; what it means is read, and refused in words, by whoever asks. */
export function TypedNumber({
  label,
  value,
  onChange,
  width = 80,
  readOnly = false,
}: {
  label: string;
  value: string;
  onChange: (typed: string) => void;
  width?: number;
  readOnly?: boolean;
}) {
  return (
    <label>
      {label}
      <input
        className="field"
        inputMode="decimal"
        style={{ display: 'block', width }}
        readOnly={readOnly}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}
