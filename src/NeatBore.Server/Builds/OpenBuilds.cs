using Microsoft.Extensions.Caching.Memory;
using NeatBore.Core.Bench;

namespace NeatBore.Server.Builds;

/// <summary>Builds that were worked out lately, so that only what came since has to be. It holds nothing that the log does not, and is
/// bounded by how much log it holds.</summary>
internal sealed class OpenBuilds : IDisposable
{
    /// <summary>About 100 MB of the largest builds; a busy day's are a tenth of that.</summary>
    private const int MostEntries = 40_000;

    private readonly MemoryCache _kept = new(new MemoryCacheOptions { SizeLimit = MostEntries, CompactionPercentage = 0.2 });

    /// <summary>A build as far as it was worked out last; null where it was not.</summary>
    public WorkedBuild? Find(Guid id) => _kept.Get<WorkedBuild>(id);

    /// <summary>Keeps a build, unless one that knows more is kept already.</summary>
    public void Keep(Guid id, WorkedBuild build)
    {
        if (Find(id) is not { } kept || kept.UpToSeq <= build.UpToSeq)
        {
            _kept.Set(id, build, new MemoryCacheEntryOptions { Size = build.Log.Count, SlidingExpiration = TimeSpan.FromHours(1) });
        }
    }

    /// <summary>Lets go of all of them.</summary>
    /// <returns>Whether there were any.</returns>
    public bool Forget()
    {
        var any = _kept.Count > 0;
        _kept.Clear();
        return any;
    }

    /// <inheritdoc/>
    public void Dispose() => _kept.Dispose();
}
