using Microsoft.AspNetCore.Http.Features;

namespace NeatBore.Server.Errors;

/// <summary>Reads a body that is no JSON, up to a limit of its own.</summary>
public static class BodyReader
{
    /// <summary>The whole body.</summary>
    /// <exception cref="BadHttpRequestException">It is larger than <paramref name="most"/> bytes (413); no more than that is
    /// read.</exception>
    public static async Task<byte[]> ReadAsync(HttpRequest http, int most, CancellationToken cancel)
    {
        if (http.HttpContext.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
        {
            size.MaxRequestBodySize = most;
        }

        if (http.ContentLength > most)
        {
            throw TooLarge(most);
        }

        using var bytes = new MemoryStream();
        var buffer = new byte[64 * 1024];
        int read;
        while ((read = await http.Body.ReadAsync(buffer, cancel)) > 0)
        {
            bytes.Write(buffer, 0, read);
            if (bytes.Length > most)
            {
                throw TooLarge(most);
            }
        }

        return bytes.ToArray();
    }

    private static BadHttpRequestException TooLarge(int most) =>
        new($"It must be at most {most / 1048576.0:0.#} MB.", StatusCodes.Status413PayloadTooLarge);
}
