/** The doors of @zebbit/contract: what web and server use, by name. */
export { TraceTargetDto, LandingChanceDto, TargetBeliefDto, DoubtfulReadingDto, ProbeOrderDto, TraceAnswersDto, SaveAnswersDto } from './answers.dto';
export type { ApiFailure, PhotoEntry, JobSummary, StoredAnswers,
  KeptAnswers, JobBundle, SavedDocument, WorkshopAnswer } from './answers';
export { PointDto, PhotoPointDto, KnownLengthDto, KnownPointDto, FaceSheetDto, PinDto, MeasuredPitchDto, PinRowDto, LegSlotDto, LegDto, TerminalDto, ComponentDto, LoosePointDto, TrackScarDto, BoardLineDto, BoardAreaDto, OverlayDto, FacePairDto, BoardDto } from './board.dto';
export { TriageAnswerDto, WorthDto, IntakeDto, FastenersDto, WireNoteDto, OpeningStepDto, TeardownDto, DimensionAnswerDto, AroundPortDto, MatchDto, PinChoiceDto, HuntEntryDto, HuntDto, RebuildDto, FastenersBackDto, ClosingDto, DOCUMENT_DTOS, SaveIntakeDto, SaveTeardownDto, SaveBoardDto, SaveMatchDto, SaveRebuildDto, SaveClosingDto } from './documents.dto';
export { StockCardDto, NewStockDto, SaveStockDto, NewStockMoveDto, DrawerListDto } from './drawer.dto';
export type { StoredStock, DrawerAnswer, PartImportEntry, PartsAnswer, PartImportsAnswer, RefusedFile, PartsImportReport, PartsImportLine } from './drawer.dto';
export { TAB_HEADER } from './events';
export type { JobEvent, BenchEvent, ToldEvent } from './events';
export { NewReadingDto, StrikeDto, NewResultDto, PHOTO_USES, NewPhotoDto, NewJobDto } from './evidence.dto';
export type { PhotoUse } from './evidence.dto';
export { firstFault } from './fault-path';
export { ConnectMeterDto, AskMeterDto } from './instruments.dto';
export type { MeterState, MeterAnswer } from './instruments.dto';
export { PHOTO_MAX_BYTES, PHOTO_MAX_PIXELS, PHOTO_MAX_SIDE_PX, PHOTO_TYPES, BODY_MAX_BYTES, BODY_MAX_DEPTH, KEEPALIVE_MAX_BYTES, PARTS_MAX_BYTES, PARTS_MAX_FILES, PARTS_MAX_LOOSE, PART_FILE_MAX_BYTES, PART_FILE_MAX_SECONDS, UNPACKED_MAX_BYTES, UNPACKED_MAX_RATIO, UNPACKED_SMALL_BYTES, DRAWER_CSV_MAX, PIECES_MAX, ROWS_MAX, PINS_MAX, LEGS_MAX, COMPONENTS_MAX, TERMINALS_MAX, POINTS_MAX, LINES_MAX, LINE_POINTS_MAX, AREAS_MAX, OVERLAYS_MAX, FACES_MAX, FACE_PAIRS_MAX, STEPS_MAX, READINGS_MAX } from './limits';
export { PHONE_MINUTES, FROM_PHONE, NewPhoneLinkDto } from './phone';
export type { PhoneLink } from './phone';
export { routes } from './routes';
export { SharesDto, TrayDto, WorkshopDto, SaveWorkshopDto, NewCardDto, CardQueryDto } from './workshop.dto';
export type { StoredCard } from './workshop.dto';
