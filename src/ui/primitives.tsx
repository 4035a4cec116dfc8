'use client';

import { ToggleGroup, Tooltip } from 'radix-ui';
import { numberOf } from './typed';
import {
  type FocusEvent,
  type ComponentProps,
  createContext,
  type ReactElement,
  type ReactNode,
  type RefObject,
  useContext,
  useId,
  useRef,
  useState,
} from 'react';

type ButtonProps = ComponentProps<'button'> & { look?: 'action' | 'plain' | 'quiet' };

/** A button 36 px high, 44 px where a finger points. */
export function Button({ look = 'plain', className = '', ...props }: ButtonProps) {
  const looks = {
    action: 'bg-action text-panel border-action hover:bg-action-hover',
    plain: 'bg-panel border-strong hover:bg-paper',
    quiet: 'border-transparent text-action hover:bg-chosen',
  };
  return (
    <button
      type="button"
      className={`inline-flex h-9 items-center justify-center gap-2 rounded-(--radius) border px-3 font-semibold disabled:opacity-45 pointer-coarse:h-11 ${looks[look]} ${className}`}
      {...props}
    />
  );
}

const TipsPlace = createContext<HTMLElement | null>(null);

/** Tips of a page come after a moment, and at once from one to the next. They have a place of their own in the page. */
export function Tips({ children }: { children: ReactNode }) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  return (
    <Tooltip.Provider delayDuration={400} skipDelayDuration={200}>
      <TipsPlace value={place}>{children}</TipsPlace>
      <aside aria-label="Hints" ref={setPlace} />
    </Tooltip.Provider>
  );
}

/** Esc takes a tip away and goes on to what is under it: a dialog is not closed by the second Esc only. */
const passEscOn = () =>
  setTimeout(() =>
    (document.activeElement ?? document).dispatchEvent(
      new KeyboardEvent('keydown', { key: 'Escape', bubbles: true, cancelable: true }),
    ),
  );

/** A dialog that opens gives the focus to its first button: that is no reason to explain it. */
const onlyByKeyboard = (event: FocusEvent<HTMLElement>) => {
  if (!event.currentTarget.matches(':focus-visible')) event.preventDefault();
};

/** A hint at what is pointed at or has the focus; what it says is not the only name of the thing. */
export function Tip({
  text,
  children,
  ...shown
}: {
  text: string;
  children: ReactElement;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
}) {
  const place = useContext(TipsPlace);
  if (text === '') return children;
  return (
    <Tooltip.Root {...shown}>
      <Tooltip.Trigger asChild onFocus={onlyByKeyboard}>
        {children}
      </Tooltip.Trigger>
      <Tooltip.Portal container={place}>
        <Tooltip.Content
          sideOffset={4}
          collisionPadding={8}
          onEscapeKeyDown={passEscOn}
          className="z-[60] max-w-72 rounded-(--radius) bg-ink px-2 py-1 text-[12.5px] text-panel"
        >
          {text}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

/** A button that shows only a picture; its words are read out and shown as a hint. */
export function IconButton({
  label,
  ...props
}: {
  label: string;
  disabled?: boolean;
  'aria-expanded'?: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <Tip text={label}>
      <button
        type="button"
        aria-label={label}
        className="grid h-9 w-9 place-items-center rounded-(--radius) hover:bg-chosen disabled:opacity-30 pointer-coarse:h-11 pointer-coarse:w-11"
        {...props}
      />
    </Tip>
  );
}

/** One of a few, side by side. */
export function Segmented<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  /** `tip` explains an option where its words do not. */
  options: readonly { value: T; text: ReactNode; tip?: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(v) => {
        const option = options.find((o) => o.value === v);
        if (option) onChange(option.value);
      }}
      className="inline-flex overflow-hidden rounded-(--radius) border border-strong"
    >
      {options.map((o) => (
        <Tip key={o.value} text={o.tip ?? ''}>
          <ToggleGroup.Item
            value={o.value}
            className="h-8 border-r border-strong bg-panel px-2.5 font-semibold whitespace-nowrap last:border-r-0 hover:bg-paper aria-checked:bg-action aria-checked:text-panel pointer-coarse:h-11"
          >
            {o.text}
          </ToggleGroup.Item>
        </Tip>
      ))}
    </ToggleGroup.Root>
  );
}

/** A labelled line of a form. */
export function Field({
  label,
  note,
  children,
}: {
  label: string;
  note?: ReactNode;
  children: (id: string) => ReactNode;
}) {
  const id = useId();
  return (
    <div className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
      <label htmlFor={id} className="shrink-0 text-muted">
        {label}
        {note && <span className="block text-[11.5px]">{note}</span>}
      </label>
      <div className="min-w-0 flex-1 text-right">{children(id)}</div>
    </div>
  );
}

export const inputClass =
  'h-8 rounded-(--radius) border border-strong bg-panel px-2 text-ink pointer-coarse:h-11 aria-invalid:border-rust aria-invalid:bg-rust-wash';

/**
 * Text that is taken on Enter or when left. `read` gives the value or throws with a message that is
 * shown; what was typed stays until it is right.
 */
export function TextInput({
  id,
  value,
  onSave,
  read,
  className = 'w-40',
  label,
  placeholder,
  input,
  onEscape,
}: {
  id?: string | undefined;
  value: string;
  read: (text: string) => void;
  input?: RefObject<HTMLInputElement | null>;
  onEscape?: () => void;
  onSave?: () => void;
  className?: string;
  label?: string;
  placeholder?: string;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState('');
  /** Set for the moment in which what was typed is given up and the keys are given back. */
  const givenUp = useRef(false);
  const save = () => {
    if (givenUp.current || typed === null || typed === value) {
      setTyped(null);
      setError('');
      return;
    }
    try {
      read(typed);
      setTyped(null);
      setError('');
      onSave?.();
    } catch (problem) {
      setError(problem instanceof Error ? problem.message : String(problem));
    }
  };
  return (
    <>
      <input
        ref={input}
        id={id}
        aria-label={label}
        placeholder={placeholder}
        className={`${inputClass} ${className}`}
        value={typed ?? value}
        aria-invalid={error !== ''}
        aria-describedby={error && id ? `${id}-error` : undefined}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={save}
        onKeyDown={(e) => {
          if (e.key === 'Enter') save();
          if (e.key === 'Escape') {
            setTyped(null);
            setError('');
            givenUp.current = true;
            onEscape?.();
            givenUp.current = false;
          }
        }}
      />
      {error && (
        <p id={id && `${id}-error`} role="alert" className="pt-1 text-right text-[12px] text-rust-text">
          {error}
        </p>
      )}
    </>
  );
}

/** A number with its unit, taken when it is one within its range. */
export function NumberInput({
  id,
  value,
  unit,
  min,
  max,
  onChange,
  label,
}: {
  id?: string;
  value: number;
  unit: string;
  min: number;
  max: number;
  onChange: (value: number) => void;
  label?: string;
}) {
  return (
    <span className="inline-flex flex-wrap items-center justify-end gap-1.5">
      <TextInput
        id={id}
        {...(label ? { label } : {})}
        className="w-20 text-right"
        value={String(value)}
        read={(text) => {
          const n = numberOf(text);
          if (n === null || !Number.isFinite(n)) throw new Error('This is not a number.');
          if (n < min || n > max) throw new Error(`From ${min} to ${max}.`);
          onChange(n);
        }}
      />
      <span className="min-w-9 text-left text-muted">{unit}</span>
    </span>
  );
}

/** A native choice: works with touch, keyboard and screen readers everywhere. */
export function Choice({
  id,
  label,
  value,
  options,
  onChange,
  className = 'max-w-full',
}: {
  id?: string;
  label?: string;
  value: string;
  options: readonly { value: string; text: string }[];
  onChange: (value: string) => void;
  className?: string;
}) {
  return (
    <select
      id={id}
      aria-label={label}
      className={`${inputClass} ${className}`}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    >
      {options.map((o) => (
        <option key={o.value} value={o.value}>
          {o.text}
        </option>
      ))}
    </select>
  );
}

/** A heading of a part of a panel, with what its numbers are in at the right. */
export function PartHead({ children, right }: { children: ReactNode; right?: ReactNode }) {
  return (
    <div className="mt-4 mb-1 flex items-baseline justify-between gap-2">
      <h3 className="text-[13.5px] font-bold">{children}</h3>
      {right !== undefined && <span className="text-[12px] text-muted">{right}</span>}
    </div>
  );
}
