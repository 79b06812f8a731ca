export { checkCircuit } from './circuit/checkCircuit';
export { assumedOfWire, bodyKinds, hazards, mostSections } from './circuit/circuit';
export { colouredWire, colourNotGiven, wireLook } from './circuit/wireColour';
export { assumedOfPart } from './circuit/parts/partKind';
export { readNotation } from './notation/readNotation';
export type { ReadNotation } from './notation/readNotation';
export type { NotationFlaw } from './notation/tokens';
export { writeNotation } from './notation/writeNotation';
export type { GrowChoice } from './notation/grow';
export { freePins, growChoices, grownText, isFeedEnd, joinedText, nextName } from './notation/grow';
export {
  notationAfter,
  renamedNotation,
  withPart,
  withBody,
  withPlace,
  sectionWithFigures,
  withSection,
  withTrim,
  withoutPart,
  withoutSection,
} from './notation/editCircuit';
export { listWords } from './text/lists';
export { rootCauses, rootCauseWords } from './text/rootCauses';
export type { Starter } from './notation/starters';
export { starters } from './notation/starters';
export { notationOfBoxes } from './notation/fromFuseBoxes';
export { isUndrawn, undrawnName } from './circuit/undrawn';
export { undrawnNotation } from './notation/undrawn';
export { zoneById, zoneIds } from './notation/bodyPlan';
export { kindWords } from './notation/vocabulary';
export type { RunningLoad } from './diagnostics/survey/runningLoads';
export { runningLoads } from './diagnostics/survey/runningLoads';
export type { DrawingDoubt, SeenRunning } from './diagnostics/survey/drawingDoubts';
export { drawingDoubts } from './diagnostics/survey/drawingDoubts';
export type { WireColumn, WireListShape } from './notation/wireList';
export {
  notationFromWireList,
  wireColumns,
  wireListLosses,
  wireListRows,
  wireListShape,
} from './notation/wireList';
export { documentFlaw } from './circuit/documentFlaw';
export { inspectCircuit, openEndsOf } from './circuit/inspectCircuit';
export type { DrawingFlaw } from './circuit/inspectCircuit';
export type { BodyKind, Circuit, Place, Section, Strip } from './circuit/circuit';
export type { OnBody } from './circuit/onBody';
export { whereOnBody } from './circuit/onBody';
export type { WireFigure } from './circuit/wireFigures';
export { partIdOf, terminalIn } from './circuit/terminalRef';
export type { TerminalRef } from './circuit/terminalRef';
export type { Condition } from './circuit/condition';
export {
  cavityFill,
  stateKey,
  withApart,
  withCavity,
  withControl,
  withLead,
  withRenewed,
} from './circuit/operatingState';
export { cavitiesFrom, fuseBoxTable } from './circuit/boxes/fuseBoxTable';
export {
  checkFuseBox,
  fittedVerdict,
  parseRating,
  placeDown,
  ratingLimits,
  seenAt,
  seenGrid,
  withCavityAt,
} from './circuit/boxes/fuseBox';
export type { BoxCavity, FuseBox, FuseKind } from './circuit/boxes/fuseBox';
export { overlayCircuits } from './circuit/overlayCircuits';
export { restingState } from './circuit/restingState';
export type { CavityFill, Lead, OperatingState } from './circuit/operatingState';
export {
  partById,
  placeById,
  placesOfThing,
  sectionById,
  terminalName,
  terminalsOf,
} from './circuit/terminals';
export { CoreError } from './errors';
export type { Effect } from './circuit/parts/effect';
export { faultedId, thingsOf } from './faults/fault';
export type { Fault } from './faults/fault';
export { NOTHING_WRONG, hypothesesOf } from './faults/hypotheses';
export { sights } from './faults/sights';
export type { Hypothesis } from './faults/hypotheses';
export { fuseStyles } from './physics/fuseColdResistance';
export type { FuseStyle } from './physics/fuseColdResistance';
export { ampsThatOpened, fuseLoading, heldForAnHour, lifeUsed } from './physics/fuseLoading';
export { openingBand } from './physics/fuseOpening';
export type { BenchOutcome } from './instruments/relayBench';
export type { ReadingValue, Target } from './instruments/instrument';
export type { Instrument, InstrumentId, Test } from './instruments/instruments';
export { predictOn } from './instruments/instrument';
export { allInstruments, instrumentById, instrumentIds } from './instruments/instruments';
export type { NumberScale, Prediction } from './instruments/prediction';
export { checkEvent, earlierReading } from './job/checkEvent';
export { fittedState, lastFollowed } from './job/fittedEvents';
export type { AmbiguityGroup } from './job/planNext';
export { placesOfDamage } from './job/assess';
export type { Assessment } from './job/assess';
export type { JobEvent, JobFact, LoggedEvent } from './job/events';
export { activeReadings, foldJob, isAfterRepair } from './job/foldJob';
export type { CurrentReading, JobStage, JobState, LedgerReading } from './job/foldJob';
export { handOver } from './job/handOver';
export { likelyAnswers } from './job/likelyAnswers';
export { isListRead } from './job/moduleChecklist';
export type { ChecklistLine } from './job/moduleChecklist';
export { beforeItGoes, nothingReproduces, nothingReproducesWords } from './job/nothingReproduces';
export { alongWire } from './diagnostics/locate/locateShort';
export { watchWords } from './text/watch';
export { whyWords } from './text/why';
export { locatedWords } from './text/located';
export type { LengthUnit, SizeUnit } from './text/lengths';
export { lengthFigure, lengthUnits, readLength, readSize, sizeFigure, sizeUnits } from './text/lengths';
export { outOfOrder } from './job/order';
export type { StillApart } from './job/putBack';
export { stillApart } from './job/putBack';
export type { ProofPair } from './job/proof';
export { simulatedScan } from './job/simulatedScan';
export { simulateReading } from './job/simulateReading';
export type { Part } from './circuit/parts/part';
export { footprintIds } from './circuit/parts/relay';
export type { FusePart } from './circuit/parts/fuse';
export type { RelayPart, RelayTerminal } from './circuit/parts/relay';
export { coilBandOf } from './diagnostics/relays/benchCoil';
export type { BenchKit, BenchStep } from './diagnostics/relays/benchProcedure';
export { benchKits, benchProcedure } from './diagnostics/relays/benchProcedure';
export type {
  BenchGrade,
  BenchReadings,
  BenchSubject,
  BenchVerdict,
  ShownOhms,
} from './diagnostics/relays/benchReadings';
export { benchVerdict } from './diagnostics/relays/benchTest';
export { looseRelay } from './diagnostics/relays/looseRelay';
export type { PrintedPins } from './diagnostics/relays/looseRelay';
export { loadsOf, relayAmps, relaysOf } from './diagnostics/relays/commanded';
export type { CommandClause, CommandGate, CommandWire } from './diagnostics/relays/commandPath';
export { footprintOf, mirrored, pinsLaidOut } from './circuit/parts/footprints';
export type { PinPlace, SocketLayout } from './circuit/parts/footprints';
export { relaysBeside } from './diagnostics/relays/likeRelays';
export type { RelayOnVehicle } from './diagnostics/relays/likeRelays';
export { pinNames, roleWords } from './circuit/parts/pinNames';
export type { ProvingMove } from './diagnostics/relays/provingMoves';
export { sideOfPin, relaySides } from './diagnostics/relays/relaySides';
export type { RelaySide } from './diagnostics/relays/relaySides';
export type { Agreement, SocketCell, SocketPin } from './diagnostics/relays/socketTable';
export type {
  PartingReading,
  PinInstrument,
  RelaySideVerdict,
  SocketStory,
} from './diagnostics/relays/socketVerdict';
export { kindOf } from './circuit/parts/partKinds';
export { traceOutcome } from './instruments/currentTrace';
export { judgeTrace } from './diagnostics/traces/judgeTrace';
export type { TraceVerdict } from './diagnostics/traces/judgeTrace';
export { drivenPoints } from './diagnostics/traces/drivenPoints';
export { measureTrace } from './diagnostics/traces/measureTrace';
export type { TraceMeasures } from './diagnostics/traces/measureTrace';
export type { VoltPulses } from './diagnostics/traces/voltPulses';
export { reduceTrace, tracePyramid } from './diagnostics/traces/overview';
export type { ReducedTrace, TracePyramid } from './diagnostics/traces/overview';
export type { BadLine } from './diagnostics/traces/readTrace';
export { liveRecorder } from './diagnostics/traces/liveRecorder';
export { liveChoices, liveScene } from './diagnostics/traces/liveScene';
export type { LiveChoice, LiveSetting } from './diagnostics/traces/liveScene';
export { recordTrace } from './diagnostics/traces/recordTrace';
export type { Recorder, Recording } from './diagnostics/traces/recordTrace';
export type { Trace } from './diagnostics/traces/trace';
export { channelOf, traceSeconds } from './diagnostics/traces/trace';
export { openingAgreement, traceAgainstFuse } from './diagnostics/traces/traceFuse';
export type { Opening, OpeningAgreement, TraceAgainstFuse } from './diagnostics/traces/traceFuse';
export { circuitRecording, expectedAmps } from './diagnostics/traces/circuitRecording';
export { traceCsv } from './diagnostics/traces/traceCsv';
export { eitherReader } from './diagnostics/traces/eitherReader';
export type { EitherReader, FoundTrace } from './diagnostics/traces/eitherReader';
export { traceFileReader, traceSides, writeTraceFile } from './diagnostics/traces/traceFile';
export type { TraceAbout, TraceHeader, TraceSide } from './diagnostics/traces/traceFile';
export type { TraceRefusal } from './diagnostics/traces/sniffTrace';
export { overviewLevel, writeOverview } from './diagnostics/traces/storedOverview';
export { seededRandom } from './statistics/seededRandom';
export { cavityFills, leadFuseAmps, limiterWatts, usualKit } from './planning/kit';
export type { Kit } from './planning/kit';
export type { Move } from './planning/moves';
export { moveWords, movesBetween } from './planning/moves';
export { priceOfBeingWrong } from './planning/priceOfBeingWrong';
export { lostByGuessing } from './planning/worthItsTrim';
export type { Repair } from './planning/repairEstimate';
export type { ForeseenOutcome, ProposedAction } from './planning/nextActions';
export { bandOf } from './planning/outcomeTable';
export type { Work } from './planning/work';
export { spiceNetlist } from './solver/netlist';
export { solveTogether, stateSolver } from './solver/stateSolver';
export type { Solution } from './solver/solution';
export type { TakenReading } from './inference/takenReading';
export { createPredictor } from './inference/predictor';
export type { Predictor } from './inference/predictor';
export type { Suspect, Posterior } from './inference/posterior';
export { formatQuantity, formatSpread, inOneUnit } from './instruments/formatQuantity';
export { fieldUnit, fieldWords, parseReading, withFieldUnit } from './instruments/parseReading';
export type { HandbookArticle } from './text/handbook';
export { articleOf, handbook } from './text/handbook';
export { fuseCurrent } from './physics/fuseMillivolts';
export { copperRise, wireOhms } from './physics/wireResistance';
export { coilOhmsAt20 } from './diagnostics/relays/benchCoil';
export { cautionsOf, controlCaution, leadCaution } from './text/cautions';
export { duration, exactWorth, midSentence, minutes, percent, tellsNothing, worth } from './text/figures';
export {
  instruction,
  leavesWords,
  outcomeName,
  readingCount,
  readingWords,
  suspectName,
  watchedLoadName,
} from './text/outcomes';
export { pointWords } from './text/points';
export { currentShown, currentWhat } from './text/currents';
export { apartWord, fillWords, leadName, stateWords, swappedParts } from './text/states';
export { fedWhen } from './diagnostics/survey/fuseCheck';
export type { FuseCheck } from './diagnostics/survey/fuseCheck';
export type { LimiterOutlook, LimiterRow } from './diagnostics/survey/limiterOutlook';
export type { LoadedFuse } from './diagnostics/survey/loadSurvey';
export { batteryCurrents } from './diagnostics/survey/clampReadings';
export { daysToFlat } from './diagnostics/survey/restSurvey';
export type { SurveyedFuse } from './diagnostics/survey/restSurvey';
export { simulatedSurvey } from './diagnostics/survey/simulatedSurvey';
export { fusesOf, surveyOrder } from './diagnostics/survey/surveyOrder';
export type { SurveyOrder } from './diagnostics/survey/surveyOrder';
export type { OpenQuestion } from './job/openQuestion';
export { asksComplaint } from './job/openQuestion';
export type { WorkProgress, WorkStep } from './job/orderOfWork';
export { workProgress, workSteps } from './job/orderOfWork';
export { showsItself } from './circuit/parts/partKind';
export { complaintOf } from './session/complaint';
export type { Complaint } from './session/complaint';
export type { CircuitSession } from './session/circuitSession';
export { openCircuit } from './session/circuitSession';
export type { Dossier, ModuleDossier, TapItem } from './session/dossier';
export type { BoxFacts, FuseWork } from './session/fuseWork';
export type { JobSession } from './session/jobSession';
export { openJob } from './session/jobSession';
export type { PointAnswer } from './session/pointAnswer';
export type { RelayWork } from './session/relayWork';
export { playJob } from './session/playJob';
export type { PlayedJob, PlayedStep } from './session/playJob';
export { createWorld } from './session/world';
