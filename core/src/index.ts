/** The doors of @zebbit/core: every export by name. Written by scripts/write-index.mjs. */
export { edgeBlocks } from './board/blocks';
export type { Edge } from './board/blocks';
export { FACES, COMPONENT_KINDS, POINT_ROLES, EMPTY_BOARD } from './board/board';
export type {
  Face,
  FaceSheet,
  Pin,
  PinRow,
  Leg,
  ComponentKind,
  Terminal,
  Component,
  PointRole,
  LoosePoint,
  Board,
} from './board/board';
export { checkBoard } from './board/check-board';
export type { BoardFault } from './board/check-board';
export { disjointSets } from './board/disjoint-sets';
export type { DisjointSets } from './board/disjoint-sets';
export { RESISTOR_SLACK, lowPaths } from './board/low-path';
export type { LowPath } from './board/low-path';
export { netsFromEvidence } from './board/nets';
export type { Net, OpenQuestion, Contradiction, NetReport } from './board/nets';
export { PAD_STATES, PAD_STATE_WORDS, canProbe } from './board/pad-state';
export type { PadState } from './board/pad-state';
export { freshId, placeRow } from './board/place-row';
export type { RowOrder } from './board/place-row';
export { pinPoint, probePoints, spanMm } from './board/probe-point';
export type { ProbePoint } from './board/probe-point';
export {
  BEEP_AT_MOST_OHMS,
  SILENT_AT_LEAST_OHMS,
  WIRE_AT_MOST_OHMS,
  NOT_A_WIRE_OHMS,
  LEADS_OHMS,
  DIODE_WIRE_VOLTS,
  DIODE_NOT_A_WIRE_VOLTS,
  readingMeaning,
} from './board/reading-meaning';
export type { Meaning } from './board/reading-meaning';
export { MODE_WORDS } from './board/reading';
export type { Reading } from './board/reading';
export { setScale } from './board/rescale';
export { CONNECTOR_FAMILIES, FAMILIES } from './connector/family';
export type { ConnectorFamily, FamilyPin, FamilySheet } from './connector/family';
export { PIN_FUNCTIONS, functionGroup, isOptional } from './connector/pin-function';
export type { PinFunction, FunctionGroup } from './connector/pin-function';
export { CLICK_ERROR_PX, readScale, toBoard, toPhoto } from './geometry/photo-scale';
export type { PhotoScale, ScaleVerdict } from './geometry/photo-scale';
export { boardPoint, photoPoint, distanceMm } from './geometry/point';
export type { BoardPoint, PhotoPoint } from './geometry/point';
export { expectedGains, bestTests, uncertaintyBits } from './inquiry/best-tests';
export type { OutcomeSplit, RankedTest } from './inquiry/best-tests';
export { doubtfulEvidence } from './inquiry/doubtful-evidence';
export type { Doubtful } from './inquiry/doubtful-evidence';
export { inquiryModel } from './inquiry/model';
export type { Hypothesis, InquiryTest, Evidence, InquiryModel } from './inquiry/model';
export { evidenceOffset, normalise, posterior, entropyBits } from './inquiry/posterior';
export { repairOrder } from './inquiry/repair-order';
export type { Candidate, RepairStep, RepairOrder } from './inquiry/repair-order';
export { USUAL_LIMITS, nextStep } from './inquiry/stop-rule';
export type { InquiryStep, StopLimits } from './inquiry/stop-rule';
export { completeDocuments } from './job/complete-documents';
export { finalChecks } from './job/final-checks';
export type { FinalCheck } from './job/final-checks';
export { HAPPENINGS } from './job/happening';
export type { Happening } from './job/happening';
export { EMPTY_INTAKE, EMPTY_MATCH, EMPTY_CLOSING, DOCUMENT_KINDS, EMPTY_DOCUMENTS } from './job/job-record';
export type {
  Intake,
  TriageAnswer,
  MatchRecord,
  Closing,
  JobDocuments,
  DocumentKind,
  JobRecord,
} from './job/job-record';
export { jobView } from './job/job-view';
export type { JobView } from './job/job-view';
export { matchList, searchWords } from './job/match-list';
export type { MatchPoint } from './job/match-list';
export { stationMove, nextMove } from './job/next-move';
export type { NextMove } from './job/next-move';
export { STATIONS, STATION_WORDS, closeUpLeft, stationStates, presentStation } from './job/station';
export type { Station, StationState } from './job/station';
export { EMPTY_WORKSHOP, NEW_WORKSHOP } from './job/workshop';
export type { WorkshopRecord, Workshop } from './job/workshop';
export { COPPER, roundArea, wireResistance } from './material/copper';
export { endCooledRise, endCooledLimit } from './material/end-cooled-wire';
export { preeceFusingCurrent, onderdonkFusingCurrent } from './material/fusing-current';
export { ONE_OUNCE_MM, trackCurrent } from './material/track-current';
export { awgDiameter, nearestAwg } from './material/wire-gauge';
export { WIRE_STOCK } from './material/wire-stock';
export type { WireKind } from './material/wire-stock';
export { seeded } from './practice/seeded';
export { showTruth } from './practice/truth';
export type { BoardTruth } from './practice/truth';
export { judgeBand, RING_BAND, APART_BAND, NOT_SHORT_BAND, VBUS_BAND, drawBand } from './prove/band';
export type { Band, Verdict } from './prove/band';
export { proveChecks } from './prove/check-list';
export type { CheckGroup, CheckEntry, Check } from './prove/check-list';
export { judgeCheck, proveReport } from './prove/verdict';
export type { CheckResult, JudgedCheck, ProveReport } from './prove/verdict';
export { GRAMMARS } from './quantity/bench-kind';
export type { BenchKind, BenchUnit, BenchGrammar } from './quantity/bench-kind';
export { parseMeterEntry } from './quantity/meter-entry';
export type { MeterMode, MeterShown, MeterEntry } from './quantity/meter-entry';
export { parseBench } from './quantity/parse-bench';
export type { ParsedFigure } from './quantity/parse-bench';
export {
  significant,
  printOhms,
  printVolts,
  printAmps,
  printFarads,
  printLength,
  printWire,
  printTemperature,
} from './quantity/print-bench';
export { ohms, volts, amps, millimetres, celsius, kelvins, seconds, farads } from './quantity/units';
export type {
  Quantity,
  Ohms,
  Volts,
  Amps,
  Millimetres,
  Celsius,
  Kelvins,
  Seconds,
  Farads,
} from './quantity/units';
export { FUSING_SHARE, ALLOWED_RISE_K, checkJumper } from './rebuild/check-jumper';
export type { WorkingLine, JumperCheck } from './rebuild/check-jumper';
export { pinDemand } from './rebuild/pin-current';
export type { PinDemand } from './rebuild/pin-current';
export { REPAIR_KINDS, REPAIR_WORDS, repairFor } from './rebuild/pin-repair';
export type { PinRepair, RepairKind } from './rebuild/pin-repair';
export { EMPTY_REBUILD, rebuildPlan, isSettled, wireList, hasPins } from './rebuild/rebuild-plan';
export type { PinChoice, RebuildRecord, JumperPlan, PinPlan } from './rebuild/rebuild-plan';
export { batteryGate } from './teardown/battery-gate';
export type { BatteryGate } from './teardown/battery-gate';
export {
  closingWords,
  closingChoices,
  oneWaySteps,
  closingOrder,
  testGate,
  openedDaysAgo,
} from './teardown/closing-order';
export type { ClosingStep, Choice, OneWay, TestGate } from './teardown/closing-order';
export {
  fastenerGaps,
  trayWarnings,
  USUAL_TRAY,
  trayCompartments,
  freeCompartment,
} from './teardown/fasteners';
export type { FastenersBack, FastenerGap, TrayWarning, Tray } from './teardown/fasteners';
export { modelKey, makeModelCard, teardownFromCard } from './teardown/model-card';
export type { ModelCard } from './teardown/model-card';
export { stepFault, withoutStep, followersOf, allFollowers } from './teardown/step-graph';
export type { StepFault } from './teardown/step-graph';
export {
  STEP_KINDS,
  LATCHES,
  TEST_NEEDS,
  EMPTY_TEARDOWN,
  hasFasteners,
  STEP_WORDS,
  LATCH_WORDS,
  hasWires,
  usualStep,
  wireWords,
} from './teardown/step';
export type {
  StepKind,
  Latch,
  TestNeed,
  Fasteners,
  WireNote,
  OpeningStep,
  BatteryAnswer,
  Teardown,
  StepWords,
} from './teardown/step';
export { SERIES_DATA_OHMS, CC_OHMS, findLanding } from './trace/landing';
export type { Landing } from './trace/landing';
export { probeKey, nextProbe, openPins } from './trace/next-probe';
export type { ProbeOrder } from './trace/next-probe';
export { pinTable } from './trace/pin-table';
export type { PinRowReport } from './trace/pin-table';
export {
  isGroundPin,
  groundReference,
  traceContext,
  readingsBetween,
  knownOhms,
} from './trace/trace-context';
export type { PinPoint, TraceContext } from './trace/trace-context';
export { DEVICE_TRAITS, SYMPTOMS, cautionsFor, unansweredStops } from './triage/cautions';
export type { DeviceTrait, Symptom, Caution } from './triage/cautions';
export { FAULT_SITES, SITE_SHEETS, SITE_GROUPS, PSEUDO_JOBS, sitePriors } from './triage/fault-site';
export type { FaultSite, SiteSheet, SitePrior } from './triage/fault-site';
export { TRIAGE_CHECKS, SYMPTOM_ROWS, STORY_ROWS, ROW_ORDER } from './triage/triage-checks';
export type { TriageCheck } from './triage/triage-checks';
export { TRIAGE_ERROR_RATE, triage } from './triage/triage';
export type { TriageInput, SiteChance, TriageReport } from './triage/triage';
export { SHELF_YEARS, expectedUsed, orderQuantity, usePerYear } from './worth/order-quantity';
export type { OrderOption, OrderAdvice } from './worth/order-quantity';
export { EMPTY_WORTH, repairOrReplace } from './worth/repair-or-replace';
export type { WorthInputs, WorthVerdict, WorthReport } from './worth/repair-or-replace';
