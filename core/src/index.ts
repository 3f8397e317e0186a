/** The doors of @zebbit/core: what others use, by name and room. `node scripts/check-doors.mjs` fails on one that nobody uses. */

// belief
export { landingLog, landingTraits } from './belief/first-part';
export type { LandingTraits } from './belief/first-part';
export { LANDING_CHANCES } from './belief/landing-chances';
export type { LandingChances } from './belief/landing-chances';
export { OTHER_PAIR_CHANCES, PAIR_CHANCES } from './belief/pair-chances';
export type { PairChances } from './belief/pair-chances';
export { pairTraits } from './belief/pair-places';
export type { PairTraits } from './belief/pair-places';
export type { DoubtfulReading } from './belief/doubtful-reading';
export type { LandingChance, TraceTarget, TargetBelief } from './belief/pin-belief';
export { traceContext } from './belief/trace-context';
export { traceScene } from './belief/trace-scene';
export type { TraceScene } from './belief/trace-scene';

// board
export { thingOf, shiftThings, turnThings, alignThings, copyThings, removeThings, toggleLock, snapPlace } from './board/arrange';
export { lineLengthMm, alongLine } from './board/board-line';
export { FACES, LEG_FIXINGS, COMPONENT_KINDS, POINT_ROLES, LINE_KINDS, AREA_KINDS, EMPTY_BOARD } from './board/board';
export type { Face, FaceSheet, Pin, PinRow, LegFixing, LegSlot, Leg, ComponentKind, Terminal, Component, PointRole, LoosePoint, TrackScar, LineKind, BoardLine, AreaKind, BoardArea, Overlay, FacePair, SeenWrong, CordWire, NamedSpot, Board } from './board/board';
export { checkBoard } from './board/check-board';
export { disjointSets } from './board/disjoint-sets';
export { addComponent, addLeg, addPoint, addLine, addArea, addScar, addSpot, addFacePair, withoutFacePair, editOverlay, withoutOverlay, editPicture, withoutPicture, raisePicture, withPadState } from './board/edit-board';
export type { Placed } from './board/edit-board';
export { PAIR_OFF_MM, acrossFaces, ghostHoles } from './board/face-register';
export type { GhostHole } from './board/face-register';
export { basePicture, faceFrame, setMeasure } from './board/measure-face';
export { netsFromEvidence } from './board/nets';
export { PACKAGES, packagesFor, placedTerminals } from './board/package-outline';
export { PAD_STATES, PAD_STATE_WORDS, canProbe, isGone } from './board/pad-state';
export type { PadState } from './board/pad-state';
export { addPicture } from './board/pictures';
export { MOST_SEEN_WRONG, placeProposal, strikeRefused, withoutPlaced } from './board/place-proposal';
export type { FirstPin, ProposalKey } from './board/place-proposal';
export { freshId, placeRow, placeFamily } from './board/place-row';
export { parseFunctionLine, turnRowRound } from './board/row-direction';
export { pinPoint, probePoints } from './board/probe-point';
export type { ProbePoint } from './board/probe-point';
export type { Reading } from './board/reading';
export { whatIsLeft } from './board/what-is-left';

// circuit
export { benchOf, readMeter } from './circuit/meter';
export { GROUND, JUNCTIONS } from './circuit/netlist';
export type { Circuit } from './circuit/netlist';
export { dcSolver, allPairOhms } from './circuit/solver';

// connector
export { CONNECTOR_FAMILIES, familyRows, rowOfCount, FAMILIES } from './connector/family';
export type { ConnectorFamily } from './connector/family';
export { GENERIC_PARTS } from './connector/generic-parts';
export { PART_FAMILIES, partFamilyName } from './connector/part-family';
export type { PartFamily } from './connector/part-family';
export { STANCES, STANCE_WORDS, mounting, MOUNTING_WORDS, checkPart } from './connector/part';
export type { PartLand, ConnectorPart } from './connector/part';
export { PIN_FUNCTIONS, functionGroup } from './connector/pin-function';
export type { PinFunction } from './connector/pin-function';

// drawer
export { KIT_SHEETS, KIT_TOOLS } from './drawer/kit';
export type { Kit, KitTool } from './drawer/kit';
export { restockAdvice } from './drawer/restock';
export { STOCK_SOURCES, STOCK_SOURCE_WORDS, stockCount, stockUses, EMPTY_CARD } from './drawer/stock';
export type { StockSource, StockCard, StockMove, StockEntry } from './drawer/stock';

// formats
export { boardCsv } from './formats/board-csv';
export { boardFootprint, footprintPaths } from './formats/board-footprint';
export { boardSvg } from './formats/board-svg';
export { MOST_PIECES, drawerCsv, readDrawerCsv } from './formats/drawer-csv';
export { partFromFootprint, partFootprint } from './formats/footprint-part';
export { readKicadFootprint, writeKicadFootprint } from './formats/kicad-footprint';
export type { KicadFootprint } from './formats/kicad-footprint';
export { partPaths, partSvg, partCsv } from './formats/part-svg';
export { chargeCsv, ledgerCsv, readingsCsv, resultsCsv } from './formats/job-csv';

// geometry
export { fitCircle } from './geometry/fit-circle';
export { fitSimilarity } from './geometry/fit-similarity';
export { measureLength, placeErrorMm, printMeasured } from './geometry/length-error';
export { oblong } from './geometry/oblong';
export type { Oblong } from './geometry/oblong';
export { CLICK_ERROR_PX } from './geometry/length-frame';
export type { KnownLength } from './geometry/length-frame';
export { readFrame, twoClicks, toBoard, toPhoto } from './geometry/photo-measure';
export { lengthsOf, withLengths } from './geometry/with-lengths';
export type { KnownPoint, PhotoMeasure } from './geometry/photo-measure';
export type { PhotoFrame } from './geometry/photo-frame';
export { boardPoint, distanceMm } from './geometry/point';
export type { BoardPoint, PhotoPoint } from './geometry/point';
export { project, compose, derivative, inverse } from './geometry/projective';
export type { Projective, XY } from './geometry/projective';

// inquiry
export { bestTests } from './inquiry/best-tests';
export { inquiryModel } from './inquiry/model';
export type { InquiryTest, Evidence, InquiryModel } from './inquiry/model';

// heat
export { SOLDERS, meltingRange, mixSolders, SOLDER_MIXES } from './heat/alloy';
export type { SolderName } from './heat/alloy';
export { runHeat } from './heat/solve';
export type { HeatScene } from './heat/plate';
export { COPPER_LAYOUTS } from './heat/heat-board';
export type { BoardGuess, CopperLayout, HeatBoard } from './heat/heat-board';
export type { HeatUse } from './heat/heat-use';
export { GLASS_C, HEAT_LIMITS } from './heat/heat-limits';
export { TIPS, TIP_SHEETS } from './heat/iron';
export type { TipName } from './heat/iron';
export type { HeatNote, HeatRecord } from './heat/heat-note';
export { HEAT_TASKS, TASK_SHEETS } from './heat/heat-task';
export type { HeatAsk, HeatTask } from './heat/heat-task';
export { adviseHeat, firstUse, whatWould } from './heat/setting';
export type { HeatAdvice, HeatHelp } from './heat/setting';
export { whatTells } from './heat/what-tells';
export type { QuestionWorth } from './heat/what-tells';
export { helpWords, settingWords, trialWords } from './heat/heat-words';
export type { HeatWords } from './heat/heat-words';
export { adviseLid, GLUES, GLUE_SHEETS, LIDS, LID_SHEETS, WARMERS, WARMER_SHEETS } from './heat/warm-lid';
export { plainBoard } from './heat/plain-board';
export { usualTargets } from './heat/heat-note';
export { NOTHING_KNOWN } from './heat/likely-board';
export { BOARD_QUESTIONS } from './heat/what-tells';
export { showHeat, sketchHeat } from './heat/heat-show';
export type { HeatShow } from './heat/heat-show';
export { stepHeat } from './job/job-heat';

// job
export { ABILITY_WORDS, BODY_WORDS, DEVICE_ABILITIES, DEVICE_BODIES } from './job/device';
export type { DeviceAbility, DeviceBody } from './job/device';
export { JOB_KINDS, KIND_SHEETS } from './job/job-kind';
export type { JobKind } from './job/job-kind';
export { withKind } from './job/propose-kind';
export { completeDocuments } from './job/complete-documents';
export { ownerPage } from './job/owner-page';
export { finalChecks } from './job/final-checks';
export { HAPPENINGS, HAPPENING_WORDS } from './job/happening';
export type { Happening } from './job/happening';
export { jobGates } from './job/job-gates';
export type { JobGates } from './job/job-gates';
export { EMPTY_INTAKE, EMPTY_MATCH, EMPTY_CLOSING, DOCUMENT_KINDS, EMPTY_DOCUMENTS } from './job/job-record';
export type { Intake, TriageAnswer, AroundPort, MatchRecord, Closing, JobDocuments, DocumentKind, JobRecord } from './job/job-record';
export { jobView, isUnweighed, pinsToTrace } from './job/job-view';
export type { JobView } from './job/job-view';
export { itemOption, jobPair, jobPortOptions, lineProcedure } from './job/line-procedure';
export { matchStamp } from './job/match-found';
export type { MatchFound } from './job/match-found';
export { matchList } from './job/match-list';
export { byEyeWords, nextMove, stationMove } from './job/next-move';
export { nextToClose } from './job/proof-moves';
export type { NextMove } from './job/move';
export { matchFace, observePattern } from './job/observe-pattern';
export { STATIONS, STATION_WORDS, STATION_STATE_WORDS, OLD_PORT_LOOKS, closeUpLeft, stationStates, presentStation, unreadableJob } from './job/station';
export type { Station, StationState } from './job/station';
export { EMPTY_WORKSHOP, NEW_WORKSHOP } from './job/workshop';
export type { WorkshopRecord, Workshop } from './job/workshop';
export { beforeShut } from './job/before-shut';
export type { FinalCheck } from './job/final-checks';
export { jobTasks, linesDuration } from './job/job-tasks';
export { ledgerLine } from './job/ledger-line';
export type { LedgerLine } from './job/ledger-line';
export { isLeftForWeeks, whereYouWere } from './job/where-you-were';
export type { PastAct } from './job/where-you-were';

// match
export { fallbacks } from './match/fallbacks';
export type { FitEffect } from './match/fit-reason';
export { MATCH_VERDICTS, matchParts } from './match/match-parts';
export type { MatchVerdict, MatchCandidate, MatchReport, MatchAnswer } from './match/match-parts';
export { measureNext } from './match/measure-next';
export type { MeasureProposal, MeasureNext } from './match/measure-next';
export type { DimensionAnswer, ObservedPattern } from './match/observed';
export { DIMENSION_WORDS, sayDimension, partDimensions } from './match/part-dimensions';
export { partLibrary, libraryBytes } from './match/part-library';
export type { PartLibrary } from './match/part-library';
export { metalAt } from './match/try-part';
export { whatToBuy } from './match/what-to-buy';

// material
export { coatOf, WIRE_STOCK } from './material/wire-stock';
export { wireResistance } from './material/copper';
export { onderdonkFusingCurrent, preeceFusingCurrent } from './material/fusing-current';
export { ONE_OUNCE_MM, trackCurrent } from './material/track-current';
export { awgDiameter, nearestAwg } from './material/wire-gauge';

// photo
export { SHEET, sheetShapes, sheetSvg, findSheet } from './photo/measure-sheet';
export { PAD_FINISHES } from './photo/find-lands';
export type { PadFinish } from './photo/find-lands';
export { readFootprint } from './photo/read-footprint';
export type { Doubt, FootprintProposal, FoundLand, ReadingHint } from './photo/found';
export { lookOfBox } from './photo/box-look';
export type { BoxLook } from './photo/box-look';
export { lookOfPicture } from './photo/picture-look';
export type { PictureLook } from './photo/picture-look';
export type { BoardBox } from './photo/rectify';
export { LEAST_PIXELS, PIXELS_WANTED, pixelsAPad } from './photo/pixels-a-pad';
export { readingSpread } from './photo/reading-spread';
export type { ReadingStage, ReadFootprintInput } from './photo/read-footprint';

// procedure
export type { Procedure } from './procedure/procedure';
export { REMOVAL_SCHOOLS } from './procedure/removal';
export { stepTools } from './procedure/step';
export type { ProcedureStep, StepWait } from './procedure/step';

// hash lists
export { readChargeCsv } from './formats/charge-csv';
export type { ChargeColumns, ChargeLog } from './formats/charge-csv';
export { compareHashes, parseHashList, printHashList } from './formats/hash-list';
export type { HashedFile } from './formats/hash-list';

// prove
export type { CheckGroup } from './prove/check';
export { mayBeSpared, RESULT_SHOWN } from './prove/verdict';
export { POWER_STAGES, STAGE_WORDS } from './prove/stage';
export { isCell } from './teardown/battery-gate';
export type { Check } from './prove/check';
export { CHARGE_PHASE_WORDS, chargeTrace } from './prove/charge-trace';
export type { ChargePhase, ChargeTrace } from './prove/charge-trace';
export { drawVerdict, firstPower } from './prove/first-power';
export { watchPower } from './prove/power-watch';
export { cellCreep } from './prove/cell-creep';
export { timeToFull } from './prove/time-to-full';
export type { CellVolts } from './prove/charging-cell';
export type { FullVerdict } from './prove/time-to-full';
export type { PowerWatch } from './prove/power-watch';
export { powerLineReader } from './formats/power-line';
export { likelyCauses } from './prove/likely-cause';
export type { Verdict } from './prove/acceptance-limits';
export type { CheckResult, JudgedCheck } from './prove/verdict';
export { copyAtLeastS, linkOf } from './prove/usb-rate';
export { chargeMinutes } from './prove/charge-minutes';

// quantity
export type { BenchKind } from './quantity/bench-kind';
export { METER_MODES, METER_SHOWN, parseMeterEntry } from './quantity/meter-entry';
export type { MeterMode, MeterShown } from './quantity/meter-entry';
export { readMeterLine } from './quantity/meter-line';
export { parseBench } from './quantity/parse-bench';
export { significant, printOhms, printVolts, printAmps, printFarads, printLength, printTemperature, printWire } from './quantity/print-bench';
export { printChance, printDegrees } from './quantity/print-chance';
export { readMarking } from './quantity/resistor-marking';
export { CC_BANDS, ccBand, dividerVolts } from './quantity/divider';
export { kelvins, millimetres, seconds } from './quantity/units';

// rebuild
export { REPAIR_WORDS } from './rebuild/pin-repair';
export { REPAIR_KINDS } from './rebuild/repair-kind';
export type { RepairKind } from './rebuild/repair-kind';
export { FITTING_SCHOOLS } from './rebuild/build-order';
export type { BuildLine } from './rebuild/build-order';
export { lineKey, linesDone, stepKey } from './rebuild/build-progress';
export { cutList, cutListCsv, wireNeeded } from './rebuild/cut-list';
export { planSvg } from './rebuild/plan-svg';
export { EMPTY_REBUILD, FRESH_CHOICE, wireList } from './rebuild/rebuild-plan';
export type { DoneNote, PartBehind, PinChoice, RebuildRecord, PinPlan } from './rebuild/rebuild-plan';
export type { RepairOption } from './rebuild/repair-option';
export { hotResistance, SHORT_A, shortSeconds, wiresOf } from './rebuild/wire-choice';
export { wireColour } from './rebuild/wire-colour';
export { onFaces, wiresToLay } from './rebuild/wires-to-lay';
export type { WorkItem } from './rebuild/work-item';

// route
export { layWires } from './route/lay-wires';
export { stretchesOf } from './route/pull-taut';
export { BEND_TIMES } from './route/route-problem';
export type { RouteProblem, RouteReport, Way, WayPoint } from './route/route-problem';
export type { PartOutline } from './route/part-outline';

// shorts
export type { HuntResult, Hunt } from './shorts/hunt-chances';
export { HUNT_START, huntOf, looksShorted, SHORTED_OHMS } from './shorts/hunt-record';
export type { HuntEntry, HuntRecord } from './shorts/hunt-record';
export { huntReport } from './shorts/hunt';
export type { HuntStep } from './shorts/hunt';
export { HUNT_ACTIONS, LOOK_SECONDS, LIFT_SECONDS } from './shorts/suspect';

// teardown
export { closingWords, closingChoices, oneWaySteps, closingOrder, openedDaysAgo } from './teardown/closing-order';
export type { ClosingStep, Choice } from './teardown/closing-order';
export { trayWarnings, trayCompartments, freeCompartment } from './teardown/fasteners';
export type { FastenersBack, Tray } from './teardown/fasteners';
export { makeModelCard, modelKey, teardownFromCard, wholeCard } from './teardown/model-card';
export { cardOfJob, changedSince } from './job/card-of-job';
export { ownDuration } from './worth/own-duration';
export type { ModelCard, StoredCardBody } from './teardown/model-card';
export { stepFault, withoutStep } from './teardown/step-graph';
export { EMPTY_TEARDOWN, STEP_KINDS, LATCHES, TEST_NEEDS, STEP_WORDS, LATCH_WORDS, connectsOf, hasWires, testNeedsOf, usualStep } from './teardown/step';
export { closingFault, withClosingRule } from './teardown/closing-graph';
export { parseScrewLine, printScrewLine } from './teardown/screw-line';
export type { StepKind, Latch, TestNeed, ClosingRule, Fasteners, WireNote, OpeningStep, BatteryAnswer, Teardown } from './teardown/step';

// trace
export { judgeLanding } from './trace/judge-landing';
export { USUAL_WISH, traceAdvice, fewestProbes } from './trace/next-probe';
export type { TraceAdvice } from './trace/next-probe';
export type { PinRowReport } from './trace/pin-table';
export { targetName, probeKey } from './trace/probe-order';
export type { ProbeOrder } from './trace/probe-order';
export { weighTrace, readingsStamp, answersStamp } from './trace/trace-answers';
export type { TraceAnswers } from './trace/trace-answers';

// triage
export { DEVICE_TRAITS, SYMPTOMS, SYMPTOM_WORDS, powerCautions } from './triage/cautions';
export type { DeviceTrait, Symptom } from './triage/cautions';
export { FAULT_SITES, SITE_SHEETS, PSEUDO_JOBS, sitePriors } from './triage/fault-site';
export type { FaultSite } from './triage/fault-site';
export { TRIAGE_CHECKS, outcomeOf } from './triage/triage-checks';
export type { TriageCheck } from './triage/triage-checks';

// worth
export { ledgerCalibration, ledgerCauses, ledgerJoints, ledgerKinds, ledgerMonths, ledgerTotals, ledgerWaits } from './worth/ledger';
export type { Counted } from './worth/ledger';
export { orderQuantity, usePerYear } from './worth/order-quantity';
export { repairOrReplace } from './worth/repair-or-replace';
export type { WorthInputs, WorthVerdict } from './worth/repair-or-replace';

// waits
export { actKindOf } from './waits/act-kind';
export type { ActKind, OwnMinutes } from './waits/act-kind';
export { lowHigh, remainingOf } from './waits/duration';
export type { Duration } from './waits/duration';
export type { Evening } from './waits/evening';
export { tonightOf } from './waits/job-task';
export type { EveningJob, JobTask, Tonight } from './waits/job-task';
export { planEvening } from './waits/plan-evening';
export type { EveningLine, EveningPlan } from './waits/plan-evening';
export { setupMinutes } from './waits/task';
export type { Task } from './waits/task';
export { beginWait, copySpan, OUT_OF_DATE_WARNING, USUAL_WAITS, waitOfStep } from './waits/usual-waits';
export type { UsualWait } from './waits/usual-waits';
export { EMPTY_WAITS, isDay, openWaits, waitFault, waitNow, WAIT_KINDS, WAIT_KIND_WORDS } from './waits/wait';
export type { Wait, WaitKind, WaitSpan, WaitsRecord } from './waits/wait';
