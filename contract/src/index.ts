/** The doors of @zebbit/contract: every export by name. Written by scripts/write-index.mjs. */
export type { ApiFailure, PhotoEntry, JobSummary, JobBundle, SavedDocument, WorkshopAnswer } from './answers';
export { PointDto, PhotoPointDto, KnownLengthDto, KnownPointDto, FaceSheetDto, PinDto, MeasuredPitchDto, PinRowDto, LegSlotDto, LegDto, TerminalDto, ComponentDto, LoosePointDto, TrackScarDto, BoardLineDto, BoardAreaDto, OverlayDto, FacePairDto, BoardDto } from './board.dto';
export { TriageAnswerDto, WorthDto, IntakeDto, FastenersDto, WireNoteDto, OpeningStepDto, TeardownDto, DimensionAnswerDto, AroundPortDto, MatchDto, PinChoiceDto, HuntEntryDto, HuntDto, RebuildDto, FastenersBackDto, ClosingDto, DOCUMENT_DTOS, SaveIntakeDto, SaveTeardownDto, SaveBoardDto, SaveMatchDto, SaveRebuildDto, SaveClosingDto } from './documents.dto';
export { StockCardDto, NewStockDto, SaveStockDto, NewStockMoveDto, DrawerListDto } from './drawer.dto';
export type { StoredStock, DrawerAnswer, PartImportEntry, PartsAnswer, PartImportsAnswer, RefusedFile, PartsImportReport, PartsImportLine } from './drawer.dto';
export { NewReadingDto, StrikeDto, NewResultDto, PHOTO_USES, NewPhotoDto, NewJobDto } from './evidence.dto';
export type { PhotoUse } from './evidence.dto';
export { firstFault } from './fault-path';
export { ConnectMeterDto, AskMeterDto } from './instruments.dto';
export type { MeterState, MeterAnswer } from './instruments.dto';
export { PHOTO_MAX_BYTES, PHOTO_MAX_PIXELS, PHOTO_TYPES, BODY_MAX, PARTS_MAX_BYTES, PARTS_MAX_FILES, UNPACKED_MAX_BYTES, DRAWER_CSV_MAX } from './limits';
export { PHONE_MINUTES, FROM_PHONE } from './phone';
export type { PhoneLink, PhotoArrived } from './phone';
export { routes } from './routes';
export { SharesDto, TrayDto, WorkshopDto, SaveWorkshopDto, NewCardDto, CardQueryDto } from './workshop.dto';
export type { StoredCard } from './workshop.dto';
