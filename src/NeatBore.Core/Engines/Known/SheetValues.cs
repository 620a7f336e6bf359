namespace NeatBore.Core.Engines;

/// <summary>All that can be known of an engine, part by part. A new part adds its line here.</summary>
internal static class SheetValues
{
    /// <summary>The values of a part; null for one of which only a whole sheet tells.</summary>
    public static PartValues? Of(string part, EngineLayout layout) =>
        part switch
        {
            "balancer" => BalancerValues.Balancer,
            "crankBolt" => BalancerValues.CrankBolt,
            "cover" => HousingValues.Cover(layout),
            "frontSeal" => SealValues.Front,
            "endFloat" => CrankValues.EndFloat,
            "rear" => CrankValues.Rear(layout),
            "spigot" => CrankValues.Spigot,
            "cam" => CamValues.Of(layout),
            "auxiliary" => CamValues.Auxiliary,
            "rockers" => RockerValues.Of(layout),
            _ => PressedValues.Of(part),
        };

    /// <summary>A value by its path; null where there is none.</summary>
    public static SheetValue? Find(string path, EngineLayout layout) =>
        Of(path.Split('/')[0], layout)?.Values.FirstOrDefault(v => v.Path == path);
}
