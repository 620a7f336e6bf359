using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using NeatBore.Core.Calculators;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Measures;
using NeatBore.Server.Errors;

namespace NeatBore.Server.Calc;

/// <summary>Every calculator of the book as it is: JSON in, JSON out, no state.</summary>
internal static class CalcEndpoints
{
    public static void MapCalc(this IEndpointRouteBuilder app)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        foreach (var calculator in app.ServiceProvider.GetRequiredService<CalculatorBook>().All)
        {
            if (calculator.Request is not null)
            {
                calc.Map(calculator, calculator.Request);
            }
        }

        calc.Draw("bolt-circle.svg", PlateDrawing.Svg, "image/svg+xml");
        calc.Draw("bolt-circle.dxf", PlateDrawing.Dxf, "image/vnd.dxf");
        app.MapGet("/api/materials", () => Material.BuiltIn).WithSummary("The built-in materials: typical values; a sheet's own win");
    }

    private static void Map(this RouteGroupBuilder calc, Calculator calculator, Type asked)
    {
        if (calculator is ISearching)
        {
            calc.MapSearch(calculator, asked);
            return;
        }

        calc.MapPost(
                calculator.Name,
                async (HttpRequest http, IOptions<JsonOptions> json, CancellationToken cancel) =>
                {
                    var wire = json.Value.SerializerOptions;
                    var request = await RequestReader.ReadAsync(http, wire.GetTypeInfo(asked), cancel);
                    return TypedResults.Bytes(
                        Written(calculator.Solve(request), wire.GetTypeInfo(calculator.Answer)),
                        "application/json; charset=utf-8"
                    );
                }
            )
            .Accepts(asked, "application/json")
            .Produces(200, calculator.Answer)
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithSummary(calculator.Model);
    }

    /// <summary>One question at a time: whoever asks meanwhile is told when to come back, and a question that is given up ends its
    /// search.</summary>
    private static void MapSearch(this RouteGroupBuilder calc, Calculator calculator, Type asked)
    {
        calc.MapPost(
                calculator.Name,
                async Task<IResult> (HttpRequest http, IOptions<JsonOptions> json, CancellationToken cancel) =>
                {
                    var wire = json.Value.SerializerOptions;
                    var request = await RequestReader.ReadAsync(http, wire.GetTypeInfo(asked), cancel);
                    var answer = await Task.Run(() => ((ISearching)calculator).Solve(request, cancel), cancel);
                    return TypedResults.Bytes(Written(answer, wire.GetTypeInfo(calculator.Answer)), "application/json; charset=utf-8");
                }
            )
            .RequireRateLimiting(CalcServices.OneSearch)
            .Accepts(asked, "application/json")
            .Produces(200, calculator.Answer)
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(503)
            .WithSummary(calculator.Model);
    }

    private static void Draw(this RouteGroupBuilder calc, string name, Func<BoltCircle.Request, string> draw, string type) =>
        calc.MapPost(
                name,
                async (HttpRequest http, CancellationToken cancel) =>
                    TypedResults.File(
                        System.Text.Encoding.UTF8.GetBytes(
                            draw(await RequestReader.ReadAsync(http, Json.Of<BoltCircle.Request>(), cancel))
                        ),
                        type,
                        name
                    )
            )
            .Accepts<BoltCircle.Request>("application/json")
            .Produces<string>(200, type)
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithSummary("The plate as a drawing to make it by, 1:1 in millimetres");

    /// <summary>The answer as JSON; values so far apart that no finite number comes out are the request's fault.</summary>
    private static byte[] Written(CalcAnswer answer, JsonTypeInfo type)
    {
        try
        {
            return JsonSerializer.SerializeToUtf8Bytes(answer, type);
        }
        catch (ArgumentException)
        {
            throw new UnusableInputException(
                "",
                "these values are so far apart that no finite answer comes out; check them and their units"
            );
        }
    }
}
