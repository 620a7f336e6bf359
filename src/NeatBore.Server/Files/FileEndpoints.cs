using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Server.Errors;

namespace NeatBore.Server.Files;

/// <summary>What became of a file.</summary>
/// <param name="Build">The build that came in; null for a sheet.</param>
/// <param name="Sheet">The sheet that came in; null for a build.</param>
public sealed record TakenIn(Guid? Build = null, SheetRef? Sheet = null);

internal static class FileEndpoints
{
    // A build with a hundred pictures.
    private const int Largest = 64 << 20;

    public static void MapFiles(this IEndpointRouteBuilder app)
    {
        app.MapPost(
                "/api/sheets",
                async (HttpRequest http, FilesIn files, CancellationToken cancel) =>
                {
                    var sheet = await RequestReader.ReadAsync(http, Json.Of<EngineSheet>(), cancel);
                    await files.TakeAsync(sheet, cancel);
                    return TypedResults.Ok(new TakenIn(Sheet: sheet.Ref));
                }
            )
            .Accepts<EngineSheet>("application/json")
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithSummary("Takes an engine sheet in, as its open file has it");
        app.MapPost(
                "/api/builds/file",
                async Task<Results<Ok<TakenIn>, ProblemHttpResult>> (HttpRequest http, FilesIn files, CancellationToken cancel) =>
                {
                    var file = await RequestReader.ReadAsync(http, Json.Of<BuildFile>(), cancel);
                    return await files.TakeAsync(file, cancel)
                        ? TypedResults.Ok(new TakenIn(file.Id))
                        : TypedResults.Problem(
                            statusCode: 409,
                            title: "This build is in this shop already.",
                            detail: "Nothing was changed: open it from Today."
                        );
                }
            )
            .Accepts<BuildFile>("application/json")
            .WithMetadata(new RequestSizeLimitAttribute(Largest))
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(409)
            .WithTags("Builds")
            .WithSummary("Takes a whole build in, as its open file has it: all of it or nothing");
    }
}
