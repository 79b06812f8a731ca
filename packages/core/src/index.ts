export { checkCircuit } from './circuit/checkCircuit';
export { assumedOfWire, hazards, mostSections } from './circuit/circuit';
export { colouredWire, colourNotGiven, wireLook } from './circuit/wireColour';
export { assumedOfPart } from './parts/partKind';
export type { AssumedOfPart } from './parts/partKind';
export { readNotation } from './notation/readNotation';
export type { ReadNotation } from './notation/readNotation';
export type { NotationFlaw } from './notation/tokens';
export { writeNotation } from './notation/writeNotation';
export type { GrowChoice, Grown, Growth } from './notation/grow';
export { growChoices, grownText, isFeedEnd, joinedText, nextName, stopAt } from './notation/grow';
export {
  notationAfter,
  renamedNotation,
  withPart,
  withSection,
  withoutPart,
  withoutSection,
} from './notation/editCircuit';
export type { Starter } from './notation/starters';
export { starters } from './notation/starters';
export { zoneById, zoneIds } from './notation/bodyPlan';
export { kindWords } from './notation/vocabulary';
export type { RunningLoad } from './survey/runningLoads';
export { runningLoads } from './survey/runningLoads';
export type { WireColumn, WireListShape } from './notation/wireList';
export {
  notationFromWireList,
  wireColumns,
  wireListLosses,
  wireListRows,
  wireListShape,
} from './notation/wireList';
export { inspectCircuit } from './circuit/inspectCircuit';
export type { DrawingFlaw } from './circuit/inspectCircuit';
export type {
  Circuit,
  CircuitFlaw,
  Control,
  ControlPosition,
  Hazard,
  Place,
  Section,
  Strip,
} from './circuit/circuit';
export { partIdOf, terminalIn } from './circuit/terminalRef';
export type { TerminalRef } from './circuit/terminalRef';
export type { Condition } from './circuit/condition';
export {
  cavityFill,
  stateKey,
  withApart,
  withBlown,
  withCavity,
  withControl,
  withLead,
  withRenewed,
} from './circuit/operatingState';
export { cavitiesFrom, centreHeading, centreTable } from './centres/centreTable';
export {
  checkCentre,
  fittedVerdict,
  parseRating,
  placeDown,
  ratingLimits,
  seenAt,
  seenGrid,
  withCavityAt,
} from './centres/fuseCentre';
export type { CentreCavity, FittedVerdict, FuseCentre, FuseKind } from './centres/fuseCentre';
export { overlayCircuits } from './circuit/overlayCircuits';
export { restingState } from './circuit/restingState';
export type { CavityFill, Lead, OperatingState } from './circuit/operatingState';
export { partById, placeById, sectionById, terminalName, terminalsOf } from './circuit/terminals';
export { CoreError } from './errors';
export type { Effect } from './faults/effect';
export { faultedId, thingsOf } from './faults/fault';
export type { Fault } from './faults/fault';
export { NOTHING_WRONG, hypothesesOf } from './faults/hypotheses';
export { sights } from './faults/sights';
export type { Hypothesis } from './faults/hypotheses';
export { fuseStyles } from './fuses/coldResistance';
export type { FuseStyle } from './fuses/coldResistance';
export { ampsThatOpened, fuseLoading, heldForAnHour, lifeUsed } from './fuses/loading';
export { openingBand } from './fuses/openingTime';
export type { BenchOutcome } from './instruments/relayBench';
export type { Instrument, InstrumentId, ReadingValue, Target, Test } from './instruments/instrument';
export { predictOn } from './instruments/instrument';
export { allInstruments, instrumentById } from './instruments/instruments';
export { simplePrediction } from './instruments/simplePrediction';
export type { NumberScale, Outcome, Prediction } from './instruments/prediction';
export { fromScale } from './instruments/prediction';
export { checkEvent, earlierReading } from './job/checkEvent';
export { lastFollowed } from './job/fittedEvents';
export { planNext, prepareNext, undivided } from './job/planNext';
export type { Undivided } from './job/planNext';
export { assess, isolatedFrom, placesOfDamage } from './job/assess';
export type { Assessment } from './job/assess';
export type { JobEvent, JobFact, LoggedEvent } from './job/events';
export { activeReadings, foldJob, isAfterRepair } from './job/foldJob';
export type { CurrentReading, CustomerWord, JobStage, JobState, LedgerReading } from './job/foldJob';
export { expectedWords, fitsHealthy } from './job/fit';
export { handOver } from './job/handOver';
export { likelyAnswers } from './job/likelyAnswers';
export { isListRead, moduleChecklist } from './job/moduleChecklist';
export type { ChecklistLine } from './job/moduleChecklist';
export { beforeItGoes, nothingReproduces, nothingReproducesWords } from './job/nothingReproduces';
export { lastReadings } from './job/lastReadings';
export type { Located } from './locate/locateShort';
export { alongWire, locateShort } from './locate/locateShort';
export type { Narrowing } from './locate/narrowing';
export { narrowing } from './locate/narrowing';
export { whyWords } from './words/why';
export { locatedWords } from './words/located';
export { standingReadings } from './job/assess';
export { outOfOrder } from './job/order';
export type { StillApart } from './job/putBack';
export { stillApart } from './job/putBack';
export { proofPairs, proofWanted } from './job/proof';
export type { ProofPair } from './job/proof';
export { repairEstimate } from './plan/repairEstimate';
export { repairSteps } from './job/repairSteps';
export { trapIn } from './job/traps';
export { simulatedScan } from './job/simulatedScan';
export type { ScannedItem } from './job/simulatedScan';
export { simulateReading } from './job/simulateReading';
export type { Part } from './parts/part';
export { footprintIds } from './parts/relay';
export type { FusePart } from './parts/fuse';
export type { FootprintId, RelayPart, RelayTerminal } from './parts/relay';
export { coilBandOf } from './relays/benchCoil';
export type { BenchKit, BenchStep } from './relays/benchProcedure';
export { benchKits, benchProcedure } from './relays/benchProcedure';
export type {
  BenchGrade,
  BenchReadings,
  BenchSubject,
  BenchVerdict,
  ShownOhms,
} from './relays/benchReadings';
export { benchVerdict } from './relays/benchTest';
export { loadsOf, relayAmps, relayById, relaysOf } from './relays/commanded';
export type { RelayLoad } from './relays/commanded';
export { commandPath } from './relays/commandPath';
export type { CommandClause, CommandGate, CommandPath, CommandWire } from './relays/commandPath';
export { footprintOf, mirrored, pinsLaidOut } from './relays/footprints';
export type { PinPlace, SocketLayout } from './relays/footprints';
export { relaysBeside } from './relays/likeRelays';
export type { RelayOnVehicle } from './relays/likeRelays';
export { pinNames, roleWords } from './relays/pinNames';
export { provingMoves } from './relays/provingMoves';
export type { ProvingMove } from './relays/provingMoves';
export { quarterOfPin, quarters } from './relays/quarters';
export type { Quarter } from './relays/quarters';
export { socketTable } from './relays/socketTable';
export type { Agreement, SocketCell, SocketPin, SocketTable } from './relays/socketTable';
export { socketVerdict } from './relays/socketVerdict';
export type {
  PartingReading,
  PinInstrument,
  QuarterVerdict,
  SocketStory,
  SocketVerdict,
} from './relays/socketVerdict';
export { kindOf } from './parts/partKinds';
export { traceOutcome } from './instruments/currentTrace';
export { judgeTrace } from './traces/judgeTrace';
export type { TraceVerdict } from './traces/judgeTrace';
export { measureTrace } from './traces/measureTrace';
export type { TraceMeasures } from './traces/measureTrace';
export { reduceTrace, tracePyramid } from './traces/overview';
export type { ReducedTrace, TracePyramid } from './traces/overview';
export { traceReader } from './traces/readTrace';
export type { BadLine, ReadTrace } from './traces/readTrace';
export { liveRecorder } from './traces/liveRecorder';
export { liveChoices, liveScene } from './traces/liveScene';
export type { LiveChoice, LiveSetting } from './traces/liveScene';
export { recordTrace } from './traces/recordTrace';
export type { Recorder, Recording } from './traces/recordTrace';
export type { Trace } from './traces/trace';
export { channelOf, traceSeconds } from './traces/trace';
export { openingAgreement, traceAgainstFuse } from './traces/traceFuse';
export type { Opening, OpeningAgreement, TraceAgainstFuse } from './traces/traceFuse';
export { circuitRecording, expectedAmps } from './traces/circuitRecording';
export type { Wrong } from './traces/circuitRecording';
export { traceCsv } from './traces/traceCsv';
export { eitherReader } from './traces/eitherReader';
export type { EitherReader, FoundTrace } from './traces/eitherReader';
export { traceFileReader, traceSides, writeTraceFile } from './traces/traceFile';
export type { TraceAbout, TraceHeader, TraceSide } from './traces/traceFile';
export type { TraceRefusal } from './traces/sniffTrace';
export { overviewLevel, writeOverview } from './traces/storedOverview';
export type { OverviewPicture } from './traces/storedOverview';
export { seededRandom } from './units/seededRandom';
export { cavityFills, leadFuseAmps, limiterWatts, usualKit } from './plan/kit';
export type { Kit } from './plan/kit';
export type { Move } from './plan/moves';
export { moveWords, movesBetween } from './plan/moves';
export { priceOfBeingWrong } from './plan/priceOfBeingWrong';
export type { PriceOfBeingWrong } from './plan/priceOfBeingWrong';
export type { Repair } from './plan/repairEstimate';
export { foreseeTest } from './plan/nextActions';
export type { ForeseenOutcome, ProposedAction } from './plan/nextActions';
export type { OutcomeSpec } from './plan/outcomeTable';
export { bandOf } from './plan/outcomeTable';
export type { Work } from './plan/work';
export { spiceNetlist } from './solver/netlist';
export { solveTogether, stateSolver } from './solver/solution';
export type { Solution } from './solver/solution';
export { questionOf } from './suspicion/takenReading';
export type { TakenReading } from './suspicion/takenReading';
export { createPredictor } from './suspicion/predictor';
export type { Predictor } from './suspicion/predictor';
export { clearedBelow } from './suspicion/suspicion';
export type { Suspect, Suspicion } from './suspicion/suspicion';
export { formatQuantity, formatReading } from './units/formatQuantity';
export { parseReading } from './units/parseReading';
export type { ParsedReading } from './units/parseReading';
export { cautionsOf, controlCaution, leadCaution } from './words/cautions';
export { exactWorth, midSentence, minutes, percent, tellsNothing, worth } from './words/figures';
export {
  instruction,
  leavesWords,
  outcomeName,
  readingCount,
  readingWords,
  suspectName,
  watchedLoadName,
} from './words/outcomes';
export { pointWords } from './words/points';
export { currentShown, currentWhat } from './words/currents';
export { apartWord, fillWords, leadName, stateWords, swappedParts } from './words/states';
export { fedWhen, fuseChecks } from './survey/fuseCheck';
export type { FedWhen, FuseCheck, FuseVerdict } from './survey/fuseCheck';
export { limiterOutlook } from './survey/limiterOutlook';
export type { LimiterOutlook, LimiterRow } from './survey/limiterOutlook';
export { loadSurvey } from './survey/loadSurvey';
export type { LoadedFuse } from './survey/loadSurvey';
export { batteryCurrents } from './survey/clampReadings';
export { daysToFlat, pullEffects, restSurvey } from './survey/restSurvey';
export type { PullEffect, RestSurvey, SurveyedFuse } from './survey/restSurvey';
export { simulatedSurvey } from './survey/simulatedSurvey';
export { fusesOf, surveyOrder } from './survey/surveyOrder';
export type { SurveyOrder } from './survey/surveyOrder';
export type { OpenQuestion } from './job/openQuestion';
export { asksComplaint, openQuestion } from './job/openQuestion';
export type { WorkProgress, WorkStep } from './job/orderOfWork';
export { workProgress, workSteps } from './job/orderOfWork';
export { showsItself } from './parts/partKind';
export type { ShowsItself } from './parts/partKind';
export { complaintOf } from './play/complaint';
export type { Complaint } from './play/complaint';
export { playJob } from './play/playJob';
export type { PlayedJob, PlayedStep } from './play/playJob';
export { createWorld } from './play/world';
