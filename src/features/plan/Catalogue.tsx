'use client';

import { sayError } from '@/ui/sayError';
import { useState } from 'react';
import { toast } from 'sonner';
import { readProductCsv, writeProductCsv } from '@/core/formats/productCsv';
import { plainRadio } from '@/core/templates/products';
import { freshId } from '@/core/job/fresh';
import { makeRecord } from '@/core/job/make';
import { type Product, schemas } from '@/core/job/records';
import { DialogFrame } from '@/ui/DialogFrame';
import { FileButton } from '@/ui/FileButton';
import { Button, PartHead } from '@/ui/primitives';
import { saveText } from '@/client/saveText';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { kindWords, ProductFields } from './ProductFields';

/** Largest file taken, bytes. */
const mostBytes = 2_000_000;

/** Products from a file: CSV, or JSON as this dialog writes it. */
function readProducts(
  name: string,
  text: string,
): { kits: Product[]; problems: { path: string; message: string }[] } {
  if (!name.toLowerCase().endsWith('.json')) return readProductCsv(text);
  try {
    const parsed = schemas.kit.array().safeParse(JSON.parse(text));
    if (parsed.success) return { kits: parsed.data, problems: [] };
    const issue = parsed.error.issues[0];
    return {
      kits: [],
      problems: [{ path: issue?.path.join('.') ?? '', message: issue?.message ?? 'not a catalogue' }],
    };
  } catch {
    return { kits: [], problems: [{ path: '', message: 'the file is not JSON' }] };
  }
}

/** The job's own catalogue: made-up products to begin with, to be changed, added to, brought in and taken out. */
export function Catalogue({ onClose }: { onClose: () => void }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const [shown, setShown] = useState<string | null>(null);
  const product = job.kits.find((k) => k.id === shown);
  const used = (id: string) =>
    job.units.some((u) => u.kitId === id) || job.links.some((l) => l.adapterKitId === id);
  const save = (next: Product, label: string) => store.getState().commit({ label, put: [next], remove: [] });

  async function bringIn(chosen: File) {
    if (chosen.size > mostBytes) return void sayError('The file is larger than 2 MB. Nothing was imported.');
    const { kits: products, problems } = readProducts(chosen.name, await chosen.text());
    const [first] = problems;
    if (first) sayError(`Nothing was imported. ${first.path ? `${first.path}: ` : ''}${first.message}`);
    else if (
      store.getState().commit({ label: `Import ${products.length} products`, put: products, remove: [] })
    )
      toast(`${products.length} products imported from ${chosen.name}`);
  }

  function add() {
    const id = freshId(job, 'kit-own');
    const made = makeRecord({
      type: 'kit',
      id,
      name: 'New product from its label',
      kind: 'node',
      radios: [{ ...plainRadio, band: '2.4', widthMHz: 20, eirpDbm: 19 }, plainRadio],
      portMbps: 1000,
      weatherproof: false,
      priceEur: 0,
      fitMinutes: 10,
      note: 'Added from its label.',
    });
    if (save(made, 'Add a product from its label')) setShown(id);
  }

  return (
    <DialogFrame
      title="Catalogue of this job"
      wide
      onClose={onClose}
      footer={
        <>
          <FileButton label="Catalogue file" accept=".csv,.json" onFile={(chosen) => void bringIn(chosen)}>
            Import CSV or JSON
          </FileButton>
          <Button
            onClick={() => saveText(`${job.info.id}-catalogue.csv`, writeProductCsv(job.kits), 'text/csv')}
          >
            CSV
          </Button>
          <Button
            onClick={() =>
              saveText(
                `${job.info.id}-catalogue.json`,
                `${JSON.stringify(job.kits, null, 2)}\n`,
                'application/json',
              )
            }
          >
            JSON
          </Button>
          <Button onClick={add}>Enter a product from its label</Button>
          <Button look="action" onClick={onClose}>
            Close
          </Button>
        </>
      }
    >
      <p className="pt-3 text-muted">
        All products here are fictional and generic, with planning values. Change them to what you buy. All
        results update.
      </p>
      <div className="grid grid-cols-[1fr_1fr] gap-6 max-[700px]:grid-cols-1">
        <div>
          <PartHead right={`${job.info.currency} · min`}>{job.kits.length} products</PartHead>
          <ul aria-label="Products">
            {job.kits.map((k) => (
              <li key={k.id}>
                <button
                  type="button"
                  aria-pressed={k.id === shown}
                  className={`flex min-h-[27px] w-full items-center gap-2 border-b border-rule px-1.5 text-left hover:bg-paper pointer-coarse:min-h-11 ${
                    k.id === shown ? 'bg-chosen shadow-[inset_3px_0_0_var(--color-action)]' : ''
                  }`}
                  onClick={() => setShown(k.id)}
                >
                  <span className="min-w-0 flex-1 truncate">{k.name}</span>
                  <span className="text-[12px] text-muted">{kindWords[k.kind]}</span>
                  <span className="w-20 text-right">
                    {k.priceEur} · {k.fitMinutes}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
        <div className="max-[700px]:order-first">
          {product ? (
            <ProductFields
              product={product}
              save={save}
              onRemove={
                used(product.id)
                  ? null
                  : () => {
                      store
                        .getState()
                        .commit({ label: `Remove ${product.name}`, put: [], remove: [product.id] });
                      setShown(null);
                    }
              }
            />
          ) : (
            <p className="pt-4 text-muted">Choose a product to see and edit its data.</p>
          )}
        </div>
      </div>
    </DialogFrame>
  );
}
