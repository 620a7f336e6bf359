using System.Security.Cryptography;
using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Server.Errors;
using NeatBore.Store;

namespace NeatBore.Server.Photos;

internal static class PhotoEndpoints
{
    /// <summary>The front end sends about 0.4 MB; a camera's own picture fits too.</summary>
    private const int MostBytes = 12 << 20;

    /// <summary>A small file can hold a picture that takes gigabytes to show.</summary>
    private const long MostPixels = 40_000_000;

    public static void MapPhotos(this IEndpointRouteBuilder app)
    {
        var photos = app.MapGroup("/api/photos").WithTags("Photos");
        photos
            .MapPost("", TakeAsync)
            .Accepts<byte[]>("image/jpeg", "image/png", "image/webp")
            .Produces<PhotoRef>()
            .ProducesValidationProblem(422)
            .ProducesProblem(413)
            .WithSummary("Keeps a picture and names it by its SHA-256");
        photos
            .MapGet("{sha256}", ShowAsync)
            .Produces(200, contentType: "image/jpeg")
            .ProducesProblem(404)
            .WithSummary("A kept picture, as a download that runs nothing");
    }

    /// <summary>A picture by its bytes; null where it is none that is taken, with why.</summary>
    public static Picture? Checked(byte[] body, string at, Faults faults)
    {
        var picture = Picture.Read(body);
        if (
            faults.Require(
                picture is not null,
                at,
                "must be a picture: JPEG, PNG or WebP. What came is none of these, whatever it is called"
            )
        )
        {
            faults.Require(body.Length <= MostBytes, at, $"must be at most {MostBytes >> 20} MB; this one has {body.Length >> 20} MB");
            faults.Require(
                picture!.Width > 0 && picture.Height > 0 && (long)picture.Width * picture.Height <= MostPixels,
                at,
                $"must have at most {MostPixels / 1_000_000} million pixels; this one says {picture.Width:N0} × {picture.Height:N0}"
            );
        }

        return picture;
    }

    private static async Task<Ok<PhotoRef>> TakeAsync(HttpRequest http, BlobShelf blobs, CancellationToken cancel)
    {
        var body = await BodyReader.ReadAsync(http, MostBytes, cancel);
        var faults = new Faults();
        var picture = Checked(body, "body", faults);
        faults.ThrowIfAny();
        var sha256 = Convert.ToHexStringLower(SHA256.HashData(body));
        await blobs.AddAsync(sha256, picture!.Type, body, cancel);
        return TypedResults.Ok(new PhotoRef(sha256, picture.Type, picture.Width, picture.Height));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> ShowAsync(
        string sha256,
        HttpResponse response,
        BlobShelf blobs,
        CancellationToken cancel
    )
    {
        if (await blobs.ReadAsync(sha256, cancel) is not var (type, bytes))
        {
            return TypedResults.Problem(statusCode: 404, title: "There is no such picture.");
        }

        // Never as a page of this app, whatever the bytes turn out to be.
        response.Headers.ContentSecurityPolicy = "default-src 'none'; sandbox";
        response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.File(bytes, type, $"{sha256[..12]}.{type["image/".Length..]}");
    }
}
