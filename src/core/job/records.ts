/**
 * Every kind of record a job is made of, one Zod schema each. The same schema makes the table,
 * the job file and the edit. Lengths are metres, angles degrees (clockwise seen from above),
 * x runs east, y runs south (down the sheet), z up. A storey's records use its building's own
 * coordinates; the building is placed and turned on the site. A field with a default may be left
 * out of a file.
 */
import { z } from 'zod';
import {
  assembly,
  building,
  cableRun,
  floorOpening,
  obstacle,
  opening,
  picture,
  room,
  route,
  servicePoint,
  storey,
  tape,
  wall,
} from './houseRecords';
import { business, customer, invoice, quote, signOff } from './businessRecords';
import { netSettings, stepEdit, stepRun, visit } from './installRecords';
import { jobInfo, spot } from './jobRecords';
import {
  activity,
  device,
  deviceCable,
  fixedDevice,
  product,
  link,
  neighbour,
  placeRule,
  unit,
} from './networkRecords';
import { photo } from './photoRecord';
import { reading, roamWalk, testRound } from './readingRecords';

export { bands, bandSchema, type Band, type PerBand, type Point } from './fields';
export { type CountryGroup } from './jobRecords';
export { layerSchema, materialSchema, type Layer, type Material } from './houseRecords';
export { categorySchema, standardSchema, type Category, type Mount, type Standard } from './networkRecords';

/** Schemas by record type, in the order in which one may refer to an earlier one. */
export const schemas = {
  job: jobInfo,
  activity,
  assembly,
  device,
  kit: product,
  building,
  storey,
  wall,
  opening,
  floorOpening,
  room,
  obstacle,
  service: servicePoint,
  cableRun,
  route,
  tape,
  picture,
  fixedDevice,
  spot,
  unit,
  link,
  deviceCable,
  neighbour,
  placeRule,
  reading,
  roamWalk,
  stepEdit,
  stepRun,
  visit,
  netSettings,
  business,
  customer,
  quote,
  invoice,
  signOff,
  photo,
  testRound,
} as const;

export const recordSchema = z.discriminatedUnion('type', [
  jobInfo,
  activity,
  assembly,
  device,
  product,
  building,
  storey,
  wall,
  opening,
  floorOpening,
  room,
  obstacle,
  servicePoint,
  cableRun,
  route,
  tape,
  picture,
  fixedDevice,
  spot,
  unit,
  link,
  deviceCable,
  neighbour,
  placeRule,
  reading,
  roamWalk,
  stepEdit,
  stepRun,
  visit,
  netSettings,
  business,
  customer,
  quote,
  invoice,
  signOff,
  photo,
  testRound,
]);

export type Id = string;
export type AnyRecord = z.infer<typeof recordSchema>;
export type RecordType = AnyRecord['type'];
export type RecordOf<T extends RecordType> = Extract<AnyRecord, { type: T }>;
export const recordTypes = Object.values(schemas).map((s) => s.shape.type.value);

export type JobInfo = RecordOf<'job'>;
export type Activity = RecordOf<'activity'>;
export type Assembly = RecordOf<'assembly'>;
export type Device = RecordOf<'device'>;
export type Product = RecordOf<'kit'>;
export type Radio = Product['radios'][number];
export type Building = RecordOf<'building'>;
export type Storey = RecordOf<'storey'>;
export type Wall = RecordOf<'wall'>;
export type Opening = RecordOf<'opening'>;
export type FloorOpening = RecordOf<'floorOpening'>;
export type Room = RecordOf<'room'>;
export type Obstacle = RecordOf<'obstacle'>;
export type CableRun = RecordOf<'cableRun'>;
export type Route = RecordOf<'route'>;
export type Tape = RecordOf<'tape'>;
export type Picture = RecordOf<'picture'>;
export type ServicePoint = RecordOf<'service'>;
export type Spot = RecordOf<'spot'>;
export type Unit = RecordOf<'unit'>;
export type Link = RecordOf<'link'>;
export type FixedDevice = RecordOf<'fixedDevice'>;
export type DeviceCable = RecordOf<'deviceCable'>;
export type Neighbour = RecordOf<'neighbour'>;
export type PlaceRule = RecordOf<'placeRule'>;
export type Reading = RecordOf<'reading'>;
export type RoamWalk = RecordOf<'roamWalk'>;
export type StepEdit = RecordOf<'stepEdit'>;
export type StepRun = RecordOf<'stepRun'>;
export type Visit = RecordOf<'visit'>;
export type Business = RecordOf<'business'>;
export type Customer = RecordOf<'customer'>;
export type Quote = RecordOf<'quote'>;
export type Invoice = RecordOf<'invoice'>;
export type SignOff = RecordOf<'signOff'>;
export type Photo = RecordOf<'photo'>;
export type NetSettings = RecordOf<'netSettings'>;
