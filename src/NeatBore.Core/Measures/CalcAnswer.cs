using System.Text.Json.Serialization;
using NeatBore.Core.CamBearings;
using NeatBore.Core.Centring;
using NeatBore.Core.Crank;
using NeatBore.Core.Fasteners;
using NeatBore.Core.Fits;
using NeatBore.Core.Procedures;
using NeatBore.Core.Seals;
using NeatBore.Core.Threads;
using NeatBore.Core.Tooling;

namespace NeatBore.Core.Measures;

/// <summary>The answer of any calculator. A new calculator adds its line here so that logs and figures can carry its answer.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "calculator")]
[JsonDerivedType(typeof(InterferenceFit.Answer), "interference-fit")]
[JsonDerivedType(typeof(Squareness.Answer), "squareness")]
[JsonDerivedType(typeof(WrenchSetting.Answer), "wrench-setting")]
[JsonDerivedType(typeof(DrawTravel.Answer), "draw-travel")]
[JsonDerivedType(typeof(ThermalFit.Answer), "thermal-fit")]
[JsonDerivedType(typeof(PressTrace.Answer), "press-trace")]
[JsonDerivedType(typeof(ForcingScrew.Answer), "forcing-screw")]
[JsonDerivedType(typeof(ThreadEngagement.Answer), "thread-engagement")]
[JsonDerivedType(typeof(ToolMatch.Answer), "tool-match")]
[JsonDerivedType(typeof(RunOut.Answer), "run-out")]
[JsonDerivedType(typeof(LipTrack.Answer), "lip-track")]
[JsonDerivedType(typeof(TopDeadCentre.Answer), "top-dead-centre")]
[JsonDerivedType(typeof(MarkSlip.Answer), "mark-slip")]
[JsonDerivedType(typeof(BoltPreload.Answer), "bolt-preload")]
[JsonDerivedType(typeof(TorqueTrace.Answer), "torque-trace")]
[JsonDerivedType(typeof(BoreCentring.Answer), "centring")]
[JsonDerivedType(typeof(ShimChoice.Answer), "shim-stack")]
[JsonDerivedType(typeof(TorquePlan.Answer), "torque-plan")]
[JsonDerivedType(typeof(BoltCircle.Answer), "bolt-circle")]
[JsonDerivedType(typeof(SealantClock.Answer), "sealant-clock")]
[JsonDerivedType(typeof(TapeWraps.Answer), "tape-wraps")]
[JsonDerivedType(typeof(OilHoleWindow.Answer), "oil-hole-window")]
[JsonDerivedType(typeof(SightPosition.Answer), "sight-position")]
[JsonDerivedType(typeof(ShellClearance.Answer), "shell-clearance")]
[JsonDerivedType(typeof(BoreLine.Answer), "bore-line")]
[JsonDerivedType(typeof(DriveOrder.Answer), "drive-order")]
[JsonDerivedType(typeof(TurningDrag.Answer), "turning-drag")]
[JsonDerivedType(typeof(PressSupport.Answer), "press-support")]
[JsonDerivedType(typeof(SetOutlier.Answer), "set-outlier")]
[JsonDerivedType(typeof(RockerTrunnions.Answer), "rocker-trunnions")]
[JsonDerivedType(typeof(PressWatch.Answer), "press-watch")]
[JsonDerivedType(typeof(BalancerVerdict.Answer), "balancer-verdict")]
public abstract record CalcAnswer
{
    /// <summary>The formula and its source in one line.</summary>
    public abstract string Model { get; }

    /// <summary>The calculator's version, from 1: it goes up when the same question may be answered otherwise than before.</summary>
    public virtual int Version => 1;
}
