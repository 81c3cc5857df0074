import { bookDayTable, bookSetupTable } from '../../about/book/index.ts';
import { bundleTable } from '../../about/wrap/index.ts';
import { productionTable, deliverableTable, askTable, signOffTable, revisionTable } from '../../about/brief/index.ts';
import { frozenSheetTable, sheetReadTable, messageTable } from '../../about/callsheet/index.ts';
import { riskTable, rehearsalNoteTable } from '../../about/risks/index.ts';
import { lookTable } from '../../about/stale/index.ts';
import { dayTable, dayItemTable, savedOrderTable } from '../../plan/day/index.ts';
import { cameraTable, lensTable, deviceStateTable } from '../../rooms/camera/index.ts';
import { clockTable, jamTable } from '../../rooms/clocks/index.ts';
import { sharedThingTable, cueTable, cableTable } from '../../rooms/cover/index.ts';
import {
  driveTable,
  cardTable,
  clipTable,
  copyJobTable,
  copyFileTable,
  releaseTable,
  keepPlaceTable,
  readerTable,
  packTable,
  chargerTable,
  sentSelectTable,
} from '../../rooms/copies/index.ts';
import { handLineTable, lineFindTable, lineRunTable } from '../../rooms/lineup/index.ts';
import { questionTable } from '../../rooms/interview/index.ts';
import { crateTable, kitLineTable, pieceTable, rentalTable, vehicleTable } from '../../rooms/kit/index.ts';
import {
  estimateLineTable,
  estimateTable,
  exchangeTable,
  expenseTable,
  moneyPaperTable,
  payerTable,
  paymentTable,
  rateTable,
  scopeAnswerTable,
  scopeChangeTable,
  senderTable,
  usageTable,
} from '../../rooms/money/index.ts';
import { lightKitTable, setupTable, relightTable } from '../../rooms/light/index.ts';
import { logTable } from '../../rooms/log/index.ts';
import { pictureTable, paletteTable } from '../../rooms/look/index.ts';
import { personTable, engagementTable, consentTable, creditTable, erasureTable } from '../../rooms/people/index.ts';
import { placeTable, moveTable, roomTable, circuitTable, placeFactTable, cartTable } from '../../rooms/places/index.ts';
import { takeEventTable } from '../../rooms/roll/index.ts';
import {
  sceneTable,
  shotTable,
  trackTable,
  pinTable,
  shotLinkTable,
  waiverTable,
  slotTable,
} from '../../rooms/scenes/index.ts';
import {
  soundBoxTable,
  soundSourceTable,
  linkTable,
  soundRouteTable,
  promptTable,
  faultTable,
} from '../../rooms/sound/index.ts';

/** Every table there is, as its own room declares it: all that stores, sends, copies or lists rows is derived from this. */
export const ALL = [
  productionTable,
  dayTable,
  placeTable,
  moveTable,
  roomTable,
  circuitTable,
  placeFactTable,
  cartTable,
  lightKitTable,
  personTable,
  engagementTable,
  cameraTable,
  lensTable,
  soundBoxTable,
  soundSourceTable,
  linkTable,
  soundRouteTable,
  promptTable,
  faultTable,
  sharedThingTable,
  setupTable,
  relightTable,
  sceneTable,
  shotTable,
  questionTable,
  cueTable,
  cableTable,
  dayItemTable,
  savedOrderTable,
  driveTable,
  cardTable,
  keepPlaceTable,
  readerTable,
  packTable,
  chargerTable,
  clockTable,
  jamTable,
  deliverableTable,
  askTable,
  signOffTable,
  revisionTable,
  consentTable,
  pictureTable,
  paletteTable,
  trackTable,
  pinTable,
  shotLinkTable,
  waiverTable,
  slotTable,
  lookTable,
  frozenSheetTable,
  rentalTable,
  kitLineTable,
  crateTable,
  vehicleTable,
  pieceTable,
  riskTable,
  rehearsalNoteTable,
  takeEventTable,
  logTable,
  deviceStateTable,
  clipTable,
  copyJobTable,
  copyFileTable,
  releaseTable,
  sentSelectTable,
  lineRunTable,
  lineFindTable,
  handLineTable,
  sheetReadTable,
  messageTable,
  creditTable,
  bookSetupTable,
  bookDayTable,
  payerTable,
  senderTable,
  rateTable,
  exchangeTable,
  estimateTable,
  estimateLineTable,
  usageTable,
  scopeChangeTable,
  scopeAnswerTable,
  moneyPaperTable,
  expenseTable,
  paymentTable,
  bundleTable,
  erasureTable,
] as const;
