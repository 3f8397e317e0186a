import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { StockCard } from '@zebbit/core';
import { EMPTY_CARD } from '@zebbit/core';
import { useAddStock } from '../api/drawer';
import { Button } from '../ui/button';
import { Dialog } from '../ui/dialog';
import { CardForm, NumberField } from './card-form';

interface NewStockProps {
  readonly open: boolean;
  readonly start?: StockCard;
  readonly onOpenChange: (open: boolean) => void;
}

/** A new compartment. */
export function NewStock({ open, start = EMPTY_CARD, onOpenChange }: NewStockProps) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="A new compartment"
      about="What lies in it, how many, and where it is found."
    >
      {open && <NewStockForm start={start} onDone={() => onOpenChange(false)} />}
    </Dialog>
  );
}

function NewStockForm({ start, onDone }: { readonly start: StockCard; readonly onDone: () => void }) {
  const add = useAddStock();
  const navigate = useNavigate();
  const [card, setCard] = useState<StockCard>(start);
  const [count, setCount] = useState<number | null>(1);
  return (
    <div className="flex flex-col gap-3">
      <CardForm card={card} onChange={setCard} />
      <NumberField label="How many" value={count} whole onNumber={setCount} />
      {add.error && (
        <p role="alert" className="text-stop">
          {add.error.message}
        </p>
      )}
      <Button
        tone="main"
        disabled={add.isPending}
        onClick={() =>
          add.mutate(
            { card, count: count ?? 0 },
            {
              onSuccess: (entry) => {
                onDone();
                void navigate(`/drawer/${entry.id}`);
              },
            },
          )
        }
      >
        Put it in the drawer
      </Button>
    </div>
  );
}
