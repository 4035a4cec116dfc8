/** Reads drawings off the main thread: whatever is in a file, the page goes on answering. */
import * as Comlink from 'comlink';
import { readDxf } from '@/core/formats/dxf';
import { readPlanGeoJson } from '@/core/formats/planGeoJson';
import { DrawingError, type PlanDrawing } from '@/core/formats/planLines';
import type { Problem } from '@/core/job/references';

export type ReadDrawing = { drawing: PlanDrawing } | { problems: Problem[] };

/** @param told hears how far it is, 0 … 1. */
async function readDrawing(file: File, told: (share: number) => void): Promise<ReadDrawing> {
  const text = await file.text();
  const isJson = /\.(geo)?json$/i.test(file.name) || text.trimStart().startsWith('{');
  try {
    return { drawing: isJson ? readPlanGeoJson(text) : readDxf(text, told) };
  } catch (error) {
    if (error instanceof DrawingError) return { problems: error.problems };
    throw error;
  }
}

/** The size of a picture, decoded to its end. @throws when it can't be decoded. */
async function measurePicture(file: File): Promise<{ width: number; height: number }> {
  const bitmap = await createImageBitmap(file);
  const { width, height } = bitmap;
  bitmap.close();
  return { width, height };
}

const api = { readDrawing, measurePicture };
export type FilesApi = typeof api;
Comlink.expose(api);
