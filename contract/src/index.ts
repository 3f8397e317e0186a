/** What travels between web and server. */
export type { ApiFailure, PhotoEntry, JobSummary, JobBundle, SavedDocument } from './answers';
export {
  PointDto,
  PhotoPointDto,
  PhotoScaleDto,
  FaceSheetDto,
  PinDto,
  PinRowDto,
  LegDto,
  TerminalDto,
  ComponentDto,
  LoosePointDto,
  BoardDto,
} from './board.dto';
export {
  IntakeDto,
  FastenersDto,
  OpeningStepDto,
  TeardownDto,
  MatchDto,
  PinChoiceDto,
  RebuildDto,
  FastenersBackDto,
  ClosingDto,
  DOCUMENT_DTOS,
  SaveIntakeDto,
  SaveTeardownDto,
  SaveBoardDto,
  SaveMatchDto,
  SaveRebuildDto,
  SaveClosingDto,
} from './documents.dto';
export { NewReadingDto, StrikeDto, NewResultDto, PHOTO_USES, NewPhotoDto, NewJobDto } from './evidence.dto';
export type { PhotoUse } from './evidence.dto';
export { firstFault } from './fault-path';
export { PHOTO_MAX_BYTES, PHOTO_MAX_PIXELS, PHOTO_TYPES, BODY_MAX } from './limits';
export { routes } from './routes';
