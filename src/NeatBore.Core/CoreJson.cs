using System.Text.Json.Serialization;
using NeatBore.Core.Bench;
using NeatBore.Core.CamBearings;
using NeatBore.Core.Centring;
using NeatBore.Core.Crank;
using NeatBore.Core.Fasteners;
using NeatBore.Core.Fits;
using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;
using NeatBore.Core.Seals;
using NeatBore.Core.Threads;
using NeatBore.Core.Tooling;

namespace NeatBore.Core;

/// <summary>How the core's types are written as JSON: on the wire, in the log and in files alike.</summary>
[JsonSourceGenerationOptions(
    System.Text.Json.JsonSerializerDefaults.Web,
    NumberHandling = JsonNumberHandling.Strict,
    AllowOutOfOrderMetadataProperties = true,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true)]
[JsonSerializable(typeof(UnitTable))]
[JsonSerializable(typeof(Material))]
[JsonSerializable(typeof(IReadOnlyDictionary<string, Material>))]
[JsonSerializable(typeof(EngineSheet))]
[JsonSerializable(typeof(IReadOnlyList<EngineSheet>))]
[JsonSerializable(typeof(LogEvent))]
[JsonSerializable(typeof(Signer))]
[JsonSerializable(typeof(BuildFile))]
[JsonSerializable(typeof(PhotoFile))]
[JsonSerializable(typeof(Shop))]
[JsonSerializable(typeof(ToolMatch.CribTool))]
[JsonSerializable(typeof(PartNeed))]
[JsonSerializable(typeof(Command))]
[JsonSerializable(typeof(BuildState))]
[JsonSerializable(typeof(BuildHead))]
[JsonSerializable(typeof(TaskLine))]
[JsonSerializable(typeof(BuildLine))]
[JsonSerializable(typeof(EngineStrip))]
[JsonSerializable(typeof(WorkResult))]
[JsonSerializable(typeof(Sentence))]
[JsonSerializable(typeof(CalcAnswer))]
[JsonSerializable(typeof(InterferenceFit.Request), TypeInfoPropertyName = "InterferenceFitRequest")]
[JsonSerializable(typeof(InterferenceFit.Answer), TypeInfoPropertyName = "InterferenceFitAnswer")]
[JsonSerializable(typeof(Squareness.Request), TypeInfoPropertyName = "SquarenessRequest")]
[JsonSerializable(typeof(Squareness.Answer), TypeInfoPropertyName = "SquarenessAnswer")]
[JsonSerializable(typeof(WrenchSetting.Request), TypeInfoPropertyName = "WrenchSettingRequest")]
[JsonSerializable(typeof(WrenchSetting.Answer), TypeInfoPropertyName = "WrenchSettingAnswer")]
[JsonSerializable(typeof(ThermalFit.Request), TypeInfoPropertyName = "ThermalFitRequest")]
[JsonSerializable(typeof(ThermalFit.Answer), TypeInfoPropertyName = "ThermalFitAnswer")]
[JsonSerializable(typeof(PressTrace.Request), TypeInfoPropertyName = "PressTraceRequest")]
[JsonSerializable(typeof(PressTrace.Answer), TypeInfoPropertyName = "PressTraceAnswer")]
[JsonSerializable(typeof(ForcingScrew.Request), TypeInfoPropertyName = "ForcingScrewRequest")]
[JsonSerializable(typeof(ForcingScrew.Answer), TypeInfoPropertyName = "ForcingScrewAnswer")]
[JsonSerializable(typeof(ThreadEngagement.Request), TypeInfoPropertyName = "ThreadEngagementRequest")]
[JsonSerializable(typeof(ThreadEngagement.Answer), TypeInfoPropertyName = "ThreadEngagementAnswer")]
[JsonSerializable(typeof(ToolMatch.Request), TypeInfoPropertyName = "ToolMatchRequest")]
[JsonSerializable(typeof(ToolMatch.Answer), TypeInfoPropertyName = "ToolMatchAnswer")]
[JsonSerializable(typeof(RunOut.Request), TypeInfoPropertyName = "RunOutRequest")]
[JsonSerializable(typeof(RunOut.Answer), TypeInfoPropertyName = "RunOutAnswer")]
[JsonSerializable(typeof(LipTrack.Request), TypeInfoPropertyName = "LipTrackRequest")]
[JsonSerializable(typeof(LipTrack.Answer), TypeInfoPropertyName = "LipTrackAnswer")]
[JsonSerializable(typeof(TopDeadCentre.Request), TypeInfoPropertyName = "TopDeadCentreRequest")]
[JsonSerializable(typeof(TopDeadCentre.Answer), TypeInfoPropertyName = "TopDeadCentreAnswer")]
[JsonSerializable(typeof(MarkSlip.Request), TypeInfoPropertyName = "MarkSlipRequest")]
[JsonSerializable(typeof(MarkSlip.Answer), TypeInfoPropertyName = "MarkSlipAnswer")]
[JsonSerializable(typeof(BoltPreload.Request), TypeInfoPropertyName = "BoltPreloadRequest")]
[JsonSerializable(typeof(BoltPreload.Answer), TypeInfoPropertyName = "BoltPreloadAnswer")]
[JsonSerializable(typeof(TorqueTrace.Request), TypeInfoPropertyName = "TorqueTraceRequest")]
[JsonSerializable(typeof(TorqueTrace.Answer), TypeInfoPropertyName = "TorqueTraceAnswer")]
[JsonSerializable(typeof(BoreCentring.Request), TypeInfoPropertyName = "BoreCentringRequest")]
[JsonSerializable(typeof(BoreCentring.Answer), TypeInfoPropertyName = "BoreCentringAnswer")]
[JsonSerializable(typeof(ShimChoice.Request), TypeInfoPropertyName = "ShimChoiceRequest")]
[JsonSerializable(typeof(ShimChoice.Answer), TypeInfoPropertyName = "ShimChoiceAnswer")]
[JsonSerializable(typeof(TorquePlan.Request), TypeInfoPropertyName = "TorquePlanRequest")]
[JsonSerializable(typeof(TorquePlan.Answer), TypeInfoPropertyName = "TorquePlanAnswer")]
[JsonSerializable(typeof(BoltCircle.Request), TypeInfoPropertyName = "BoltCircleRequest")]
[JsonSerializable(typeof(BoltCircle.Answer), TypeInfoPropertyName = "BoltCircleAnswer")]
[JsonSerializable(typeof(SealantClock.Request), TypeInfoPropertyName = "SealantClockRequest")]
[JsonSerializable(typeof(SealantClock.Answer), TypeInfoPropertyName = "SealantClockAnswer")]
[JsonSerializable(typeof(TapeWraps.Request), TypeInfoPropertyName = "TapeWrapsRequest")]
[JsonSerializable(typeof(TapeWraps.Answer), TypeInfoPropertyName = "TapeWrapsAnswer")]
[JsonSerializable(typeof(OilHoleWindow.Request), TypeInfoPropertyName = "OilHoleWindowRequest")]
[JsonSerializable(typeof(OilHoleWindow.Answer), TypeInfoPropertyName = "OilHoleWindowAnswer")]
[JsonSerializable(typeof(SightPosition.Request), TypeInfoPropertyName = "SightPositionRequest")]
[JsonSerializable(typeof(SightPosition.Answer), TypeInfoPropertyName = "SightPositionAnswer")]
[JsonSerializable(typeof(ShellClearance.Request), TypeInfoPropertyName = "ShellClearanceRequest")]
[JsonSerializable(typeof(ShellClearance.Answer), TypeInfoPropertyName = "ShellClearanceAnswer")]
[JsonSerializable(typeof(BoreLine.Request), TypeInfoPropertyName = "BoreLineRequest")]
[JsonSerializable(typeof(BoreLine.Answer), TypeInfoPropertyName = "BoreLineAnswer")]
[JsonSerializable(typeof(DriveOrder.Request), TypeInfoPropertyName = "DriveOrderRequest")]
[JsonSerializable(typeof(DriveOrder.Answer), TypeInfoPropertyName = "DriveOrderAnswer")]
[JsonSerializable(typeof(TurningDrag.Request), TypeInfoPropertyName = "TurningDragRequest")]
[JsonSerializable(typeof(TurningDrag.Answer), TypeInfoPropertyName = "TurningDragAnswer")]
[JsonSerializable(typeof(PressSupport.Request), TypeInfoPropertyName = "PressSupportRequest")]
[JsonSerializable(typeof(PressSupport.Answer), TypeInfoPropertyName = "PressSupportAnswer")]
[JsonSerializable(typeof(SetOutlier.Request), TypeInfoPropertyName = "SetOutlierRequest")]
[JsonSerializable(typeof(SetOutlier.Answer), TypeInfoPropertyName = "SetOutlierAnswer")]
[JsonSerializable(typeof(RockerTrunnions.Answer), TypeInfoPropertyName = "RockerTrunnionsAnswer")]
[JsonSerializable(typeof(PressWatch.Request), TypeInfoPropertyName = "PressWatchRequest")]
[JsonSerializable(typeof(PressWatch.Answer), TypeInfoPropertyName = "PressWatchAnswer")]
[JsonSerializable(typeof(BalancerVerdict.Answer), TypeInfoPropertyName = "BalancerVerdictAnswer")]
[JsonSerializable(typeof(DrawTravel.Answer), TypeInfoPropertyName = "DrawTravelAnswer")]
public sealed partial class CoreJson : JsonSerializerContext;
