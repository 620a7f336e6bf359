using System.Text.Json.Serialization.Metadata;
using NeatBore.Core;
using NeatBore.Core.Centring;
using NeatBore.Core.Fasteners;
using NeatBore.Core.Fits;
using NeatBore.Core.Measures;
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
        app.MapGet("/api/materials", () => Material.BuiltIn).WithSummary("The built-in materials: typical values; a sheet's own win");
    }

    private static void Map<TRequest, TAnswer>(
        this RouteGroupBuilder calc, string name, Func<TRequest, TAnswer> solve, JsonTypeInfo<TRequest> request, JsonTypeInfo<TAnswer> answer, string model)
        where TRequest : notnull => calc
        .MapPost(name, async (HttpRequest http, CancellationToken cancel) =>
            Results.Json(solve(await RequestReader.ReadAsync(http, request, cancel)), answer))
        .Accepts<TRequest>("application/json")
        .Produces<TAnswer>()
        .ProducesValidationProblem()
        .ProducesValidationProblem(422)
        .WithSummary(model);
}
