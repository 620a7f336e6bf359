using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators;

/// <summary>Every calculator, once: routes, JSON and the description of the wire all follow from this list.</summary>
public sealed class CalculatorBook : IJsonTypeInfoResolver
{
    private static readonly DefaultJsonTypeInfoResolver s_byReflection = new();
    private readonly HashSet<Type> _own;

    /// <param name="all">Every calculator, each name once.</param>
    public CalculatorBook(IReadOnlyList<Calculator> all)
    {
        All = all;
        Json = new JsonSerializerOptions(JsonSerializerDefaults.Web)
        {
            NumberHandling = JsonNumberHandling.Strict,
            AllowOutOfOrderMetadataProperties = true,
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = true,
            TypeInfoResolver = JsonTypeInfoResolver.Combine(this, s_byReflection),
        };
        _own = [.. all.Select(c => c.Answer), .. all.Select(c => c.Request).OfType<Type>(), typeof(CalcAnswer)];
    }

    /// <summary>Those that ship.</summary>
    public static CalculatorBook Default { get; } =
        new([
            new Calculator<InterferenceFit.Request, InterferenceFit.Answer>(
                "interference-fit",
                2,
                InterferenceFit.Model,
                InterferenceFit.Solve
            ),
            new Calculator<Squareness.Request, Squareness.Answer>("squareness", 2, Squareness.Model, Squareness.Solve),
            new Calculator<WrenchSetting.Request, WrenchSetting.Answer>("wrench-setting", 1, WrenchSetting.Model, WrenchSetting.Solve),
            new Calculator<DrawTravel.Request, DrawTravel.Answer>("draw-travel", 1, DrawTravel.Model, DrawTravel.Solve),
            new Calculator<ThermalFit.Request, ThermalFit.Answer>("thermal-fit", 2, ThermalFit.Model, ThermalFit.Solve),
            new Calculator<PressTrace.Request, PressTrace.Answer>("press-trace", 3, PressTrace.Model, PressTrace.Solve),
            new Calculator<ForcingScrew.Request, ForcingScrew.Answer>("forcing-screw", 1, ForcingScrew.Model, ForcingScrew.Solve),
            new Calculator<ThreadEngagement.Request, ThreadEngagement.Answer>(
                "thread-engagement",
                1,
                ThreadEngagement.Model,
                ThreadEngagement.Solve
            ),
            new Calculator<Pull.Request, Pull.Answer>("pull", 1, Pull.Model, Pull.Solve),
            new Calculator<ToolMatch.Request, ToolMatch.Answer>("tool-match", 2, ToolMatch.Model, ToolMatch.Solve),
            new Calculator<RunOut.Request, RunOut.Answer>("run-out", 2, RunOut.Model, RunOut.Solve),
            new Calculator<LipTrack.Request, LipTrack.Answer>("lip-track", 2, LipTrack.Model, LipTrack.Solve),
            new Calculator<TopDeadCentre.Request, TopDeadCentre.Answer>("top-dead-centre", 1, TopDeadCentre.Model, TopDeadCentre.Solve),
            new Calculator<MarkSlip.Request, MarkSlip.Answer>("mark-slip", 1, MarkSlip.Model, MarkSlip.Solve),
            new Calculator<BoltPreload.Request, BoltPreload.Answer>("bolt-preload", 1, BoltPreload.Model, BoltPreload.Solve),
            new Calculator<TorqueTrace.Request, TorqueTrace.Answer>("torque-trace", 2, TorqueTrace.Model, TorqueTrace.Solve),
            new Calculator<BoreCentring.Request, BoreCentring.Answer>("centring", 2, BoreCentring.Model, BoreCentring.Solve),
            new Calculator<ShimChoice.Request, ShimChoice.Answer>("shim-stack", 1, ShimChoice.Model, ShimChoice.Solve),
            new Calculator<TorquePlan.Request, TorquePlan.Answer>("torque-plan", 1, TorquePlan.Model, TorquePlan.Solve),
            new Calculator<BoltCircle.Request, BoltCircle.Answer>("bolt-circle", 1, BoltCircle.Model, BoltCircle.Solve),
            new Calculator<SealantClock.Request, SealantClock.Answer>("sealant-clock", 2, SealantClock.Model, SealantClock.Solve),
            new Calculator<TapeWraps.Request, TapeWraps.Answer>("tape-wraps", 1, TapeWraps.Model, TapeWraps.Solve),
            new Calculator<OilHoleWindow.Request, OilHoleWindow.Answer>("oil-hole-window", 4, OilHoleWindow.Model, OilHoleWindow.Solve),
            new Calculator<SightPosition.Request, SightPosition.Answer>("sight-position", 1, SightPosition.Model, SightPosition.Solve),
            new Calculator<ShellClearance.Request, ShellClearance.Answer>("shell-clearance", 1, ShellClearance.Model, ShellClearance.Solve),
            new Calculator<BoreLine.Request, BoreLine.Answer>("bore-line", 1, BoreLine.Model, BoreLine.Solve),
            new Calculator<DriveOrder.Request, DriveOrder.Answer>("drive-order", 2, DriveOrder.Model, DriveOrder.Solve),
            new Calculator<TurningDrag.Request, TurningDrag.Answer>("turning-drag", 2, TurningDrag.Model, TurningDrag.Solve),
            new Calculator<PressSupport.Request, PressSupport.Answer>("press-support", 1, PressSupport.Model, PressSupport.Solve),
            new Calculator<SetOutlier.Request, SetOutlier.Answer>("set-outlier", 1, SetOutlier.Model, SetOutlier.Solve),
            new InnerCalculator<TrunnionSet.Answer>("rocker-trunnions", 1, SetOutlier.Model),
            new Calculator<PressWatch.Request, PressWatch.Answer>("press-watch", 2, PressWatch.Model, PressWatch.Solve),
            new InnerCalculator<BalancerVerdict.Answer>("balancer-verdict", 1, BalancerVerdict.Model),
        ]);

    /// <summary>All of them, in the order of the list.</summary>
    public IReadOnlyList<Calculator> All { get; }

    /// <summary>How their questions and answers are written as JSON, in logs and on the wire.</summary>
    public JsonSerializerOptions Json { get; }

    /// <summary>The calculator that gave an answer.</summary>
    /// <exception cref="InvalidOperationException">It is not in the book.</exception>
    public Calculator Of(CalcAnswer answer) => All.First(c => c.Answer == answer.GetType());

    /// <summary>How a question or an answer is written: an answer tells by its calculator's name which it is. Null for any other
    /// type.</summary>
    public JsonTypeInfo? GetTypeInfo(Type type, JsonSerializerOptions options)
    {
        if (!_own.Contains(type))
        {
            return null;
        }

        var info = s_byReflection.GetTypeInfo(type, options);
        if (type == typeof(CalcAnswer))
        {
            info.PolymorphismOptions = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = "calculator" };
            foreach (var calculator in All)
            {
                info.PolymorphismOptions.DerivedTypes.Add(new JsonDerivedType(calculator.Answer, calculator.Name));
            }
        }

        return info;
    }
}
