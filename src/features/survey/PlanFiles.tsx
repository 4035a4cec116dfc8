'use client';

import { sayError } from '@/ui/sayError';
import { saveText } from '@/client/saveText';
import { FileInput, FileOutput, ImagePlus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { type ReactNode, useRef, useState } from 'react';
import { writePlanGeoJson } from '@/core/formats/planGeoJson';
import type { PlanDrawing } from '@/core/formats/planLines';
import { writePlanSvg } from '@/core/formats/planSvg';
import { find } from '@/core/job/job';
import { FilePicker } from '@/ui/FileButton';
import { Button } from '@/ui/primitives';
import { useJobStore } from '@/client/store/JobProvider';
import { messageOf } from '@/client/store/api';
import { BringInPlan } from './BringInPlan';
import { ReadingFile } from './ReadingFile';
import { StoppedError, useFileReader } from './useFileReader';
import { usePicture } from './usePicture';

const mostBytes = 30_000_000;

/** Pictures to trace, drawings to bring in, and this storey to take out. */
export function PlanFiles() {
  const store = useJobStore();
  const plan = useRef<HTMLInputElement>(null);
  const picture = useRef<HTMLInputElement>(null);
  const [drawing, setDrawing] = useState<{ name: string; drawing: PlanDrawing } | null>(null);
  const reader = useFileReader();
  const { take: takePicture, busy } = usePicture(reader.measurePicture);

  async function read(file: File) {
    if (file.size > mostBytes) {
      sayError(
        `${file.name} weighs ${(file.size / 1e6).toFixed(0)} MB; the limit is 30 MB. Nothing was changed.`,
      );
      return;
    }
    try {
      setDrawing({ name: file.name, drawing: await reader.readDrawing(file) });
    } catch (error) {
      if (error instanceof StoppedError) return;
      sayError(`${file.name}: ${messageOf(error)}. Nothing was changed.`);
    }
  }
  const save = (kind: 'svg' | 'geojson') => {
    const { job, storeyId } = store.getState();
    const building = find(job, 'building', find(job, 'storey', storeyId)?.buildingId);
    const name = `${building?.name ?? 'plan'}-${find(job, 'storey', storeyId)?.name ?? ''}`
      .replace(/[^A-Za-z0-9]+/g, '-')
      .toLowerCase();
    if (kind === 'svg') saveText(`${name}.svg`, writePlanSvg(job, storeyId), 'image/svg+xml');
    else saveText(`${name}.geojson`, writePlanGeoJson(job, storeyId), 'application/geo+json');
  };
  return (
    <>
      <FilePicker
        ref={picture}
        label="Picture of a floor plan"
        accept="image/png,image/jpeg"
        onFile={(f) => void takePicture(f)}
      />
      <FilePicker
        ref={plan}
        label="Drawing of a floor plan"
        accept=".dxf,.json,.geojson"
        onFile={(f) => void read(f)}
      />
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button className="h-8" disabled={busy}>
            {busy ? 'Importing …' : 'Floor plans: import, export'}
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            side="top"
            align="end"
            sideOffset={4}
            className="z-40 border border-ink bg-panel py-1"
          >
            <Item onSelect={() => picture.current?.click()}>
              <ImagePlus size={15} aria-hidden="true" /> Trace a picture (PNG, JPEG)
            </Item>
            <Item onSelect={() => plan.current?.click()}>
              <FileInput size={15} aria-hidden="true" /> Import a drawing (DXF, GeoJSON)
            </Item>
            <DropdownMenu.Separator className="my-1 h-px bg-rule" />
            <Item onSelect={() => save('svg')}>
              <FileOutput size={15} aria-hidden="true" /> This storey as SVG, 1:100
            </Item>
            <Item onSelect={() => save('geojson')}>
              <FileOutput size={15} aria-hidden="true" /> This storey as GeoJSON
            </Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {reader.reading && <ReadingFile reading={reader.reading} onStop={reader.stop} />}
      {drawing && <BringInPlan {...drawing} onClose={() => setDrawing(null)} />}
    </>
  );
}

function Item({ onSelect, children }: { onSelect: () => void; children: ReactNode }) {
  return (
    <DropdownMenu.Item
      className="flex h-9 cursor-pointer items-center gap-2 px-3 outline-none data-[highlighted]:bg-chosen pointer-coarse:h-11"
      onSelect={onSelect}
    >
      {children}
    </DropdownMenu.Item>
  );
}
