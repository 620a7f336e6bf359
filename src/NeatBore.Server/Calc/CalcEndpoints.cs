using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using NeatBore.Core;
using NeatBore.Core.CamBearings;
using NeatBore.Core.Centring;
using NeatBore.Core.Crank;
using NeatBore.Core.Fasteners;
using NeatBore.Core.Fits;
using NeatBore.Core.Measures;
using NeatBore.Core.Seals;
using NeatBore.Core.Threads;
using NeatBore.Core.Tooling;
using NeatBore.Server.Errors;

namespace NeatBore.Server.Calc;

/// <summary>Every calculator as it is: JSON in, JSON out, no state. A new one is one line here.</summary>
internal static class CalcEndpoints
{
    public static void MapCalc(this IEndpointRouteBuilder app)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        calc.Map("interference-fit", InterferenceFit.Solve, CoreJson.Default.InterferenceFitRequest, CoreJson.Default.InterferenceFitAnswer, InterferenceFit.Model);
        calc.Map("squareness", Squareness.Solve, CoreJson.Default.SquarenessRequest, CoreJson.Default.SquarenessAnswer, Squareness.Model);
        calc.Map("wrench-setting", WrenchSetting.Solve, CoreJson.Default.WrenchSettingRequest, CoreJson.Default.WrenchSettingAnswer, WrenchSetting.Model);
        calc.Map("thermal-fit", ThermalFit.Solve, CoreJson.Default.ThermalFitRequest, CoreJson.Default.ThermalFitAnswer, ThermalFit.Model);
        calc.Map("press-trace", PressTrace.Solve, CoreJson.Default.PressTraceRequest, CoreJson.Default.PressTraceAnswer, PressTrace.Model);
        calc.Map("press-watch", PressWatch.Solve, CoreJson.Default.PressWatchRequest, CoreJson.Default.PressWatchAnswer, PressWatch.Model);
        calc.Map("forcing-screw", ForcingScrew.Solve, CoreJson.Default.ForcingScrewRequest, CoreJson.Default.ForcingScrewAnswer, ForcingScrew.Model);
        calc.Map("thread-engagement", ThreadEngagement.Solve, CoreJson.Default.ThreadEngagementRequest, CoreJson.Default.ThreadEngagementAnswer, ThreadEngagement.Model);
        calc.Map("tool-match", ToolMatch.Solve, CoreJson.Default.ToolMatchRequest, CoreJson.Default.ToolMatchAnswer, ToolMatch.Model);
        calc.Map("run-out", RunOut.Solve, CoreJson.Default.RunOutRequest, CoreJson.Default.RunOutAnswer, RunOut.Model);
        calc.Map("lip-track", LipTrack.Solve, CoreJson.Default.LipTrackRequest, CoreJson.Default.LipTrackAnswer, LipTrack.Model);
        calc.Map("top-dead-centre", TopDeadCentre.Solve, CoreJson.Default.TopDeadCentreRequest, CoreJson.Default.TopDeadCentreAnswer, TopDeadCentre.Model);
        calc.Map("mark-slip", MarkSlip.Solve, CoreJson.Default.MarkSlipRequest, CoreJson.Default.MarkSlipAnswer, MarkSlip.Model);
        calc.Map("bolt-preload", BoltPreload.Solve, CoreJson.Default.BoltPreloadRequest, CoreJson.Default.BoltPreloadAnswer, BoltPreload.Model);
        calc.Map("torque-trace", TorqueTrace.Solve, CoreJson.Default.TorqueTraceRequest, CoreJson.Default.TorqueTraceAnswer, TorqueTrace.Model);
        calc.Map("centring", BoreCentring.Solve, CoreJson.Default.BoreCentringRequest, CoreJson.Default.BoreCentringAnswer, BoreCentring.Model);
        calc.Map("shim-stack", ShimChoice.Solve, CoreJson.Default.ShimChoiceRequest, CoreJson.Default.ShimChoiceAnswer, ShimChoice.Model);
        calc.Map("torque-plan", TorquePlan.Solve, CoreJson.Default.TorquePlanRequest, CoreJson.Default.TorquePlanAnswer, TorquePlan.Model);
        calc.Map("bolt-circle", BoltCircle.Solve, CoreJson.Default.BoltCircleRequest, CoreJson.Default.BoltCircleAnswer, BoltCircle.Model);
        calc.Map("sealant-clock", SealantClock.Solve, CoreJson.Default.SealantClockRequest, CoreJson.Default.SealantClockAnswer, SealantClock.Model);
        calc.Map("tape-wraps", TapeWraps.Solve, CoreJson.Default.TapeWrapsRequest, CoreJson.Default.TapeWrapsAnswer, TapeWraps.Model);
        calc.Map("oil-hole-window", OilHoleWindow.Solve, CoreJson.Default.OilHoleWindowRequest, CoreJson.Default.OilHoleWindowAnswer, OilHoleWindow.Model);
        calc.Map("sight-position", SightPosition.Solve, CoreJson.Default.SightPositionRequest, CoreJson.Default.SightPositionAnswer, SightPosition.Model);
        calc.Map("shell-clearance", ShellClearance.Solve, CoreJson.Default.ShellClearanceRequest, CoreJson.Default.ShellClearanceAnswer, ShellClearance.Model);
        calc.Map("bore-line", BoreLine.Solve, CoreJson.Default.BoreLineRequest, CoreJson.Default.BoreLineAnswer, BoreLine.Model);
        calc.Map("drive-order", DriveOrder.Solve, CoreJson.Default.DriveOrderRequest, CoreJson.Default.DriveOrderAnswer, DriveOrder.Model);
        calc.Map("turning-drag", TurningDrag.Solve, CoreJson.Default.TurningDragRequest, CoreJson.Default.TurningDragAnswer, TurningDrag.Model);
        calc.Map("press-support", PressSupport.Solve, CoreJson.Default.PressSupportRequest, CoreJson.Default.PressSupportAnswer, PressSupport.Model);
        calc.Map("set-outlier", SetOutlier.Solve, CoreJson.Default.SetOutlierRequest, CoreJson.Default.SetOutlierAnswer, SetOutlier.Model);
        calc.Draw("bolt-circle.svg", PlateDrawing.Svg, "image/svg+xml");
        calc.Draw("bolt-circle.dxf", PlateDrawing.Dxf, "image/vnd.dxf");
        app.MapGet("/api/materials", () => Material.BuiltIn).WithSummary("The built-in materials: typical values; a sheet's own win");
    }

    private static void Map<TRequest, TAnswer>(
        this RouteGroupBuilder calc, string name, Func<TRequest, TAnswer> solve, JsonTypeInfo<TRequest> request, JsonTypeInfo<TAnswer> answer, string model)
        where TRequest : notnull => calc
        .MapPost(name, async (HttpRequest http, CancellationToken cancel) =>
            Results.Bytes(Written(solve(await RequestReader.ReadAsync(http, request, cancel)), answer), "application/json; charset=utf-8"))
        .Accepts<TRequest>("application/json")
        .Produces<TAnswer>()
        .ProducesValidationProblem()
        .ProducesValidationProblem(422)
        .WithSummary(model);

    private static void Draw(this RouteGroupBuilder calc, string name, Func<BoltCircle.Request, string> draw, string type) => calc
        .MapPost(name, async (HttpRequest http, CancellationToken cancel) => Results.File(
            System.Text.Encoding.UTF8.GetBytes(draw(await RequestReader.ReadAsync(http, CoreJson.Default.BoltCircleRequest, cancel))), type, name))
        .Accepts<BoltCircle.Request>("application/json")
        .Produces<string>(200, type)
        .ProducesValidationProblem()
        .ProducesValidationProblem(422)
        .WithSummary("The plate as a drawing to make it by, 1:1 in millimetres");

    /// <summary>The answer as JSON; values so far apart that no finite number comes out are the request's fault.</summary>
    private static byte[] Written<TAnswer>(TAnswer answer, JsonTypeInfo<TAnswer> type)
    {
        try
        {
            return JsonSerializer.SerializeToUtf8Bytes(answer, type);
        }
        catch (ArgumentException)
        {
            throw new UnusableInputException("", "these values are so far apart that no finite answer comes out; check them and their units");
        }
    }
}
